import { useEffect, useState } from "react";
import { Button } from "../ui/button";

/** Longer than this and somebody wonders. */
const LONG_MS = 6000;

/** While the server is asked who is here; says so where it does not answer. */
export function Opening() {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = window.setTimeout(() => setLong(true), LONG_MS);
    return () => window.clearTimeout(timer);
  }, []);
  if (!long) return <p className="p-8 text-pale">Opening …</p>;
  return (
    <div className="p-8">
      <p className="mb-3">
        The shop’s server does not answer. Is this device on the shop’s network? What was typed here
        before is kept.
      </p>
      <Button onClick={() => window.location.reload()}>Try again</Button>
    </div>
  );
}
