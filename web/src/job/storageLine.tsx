import { useEffect, useState } from "react";
import { KEPT_FAILED } from "../api/outbox/kept";

/** Below this much room it is said [bytes]; some hundred small photos. */
const LITTLE_BYTES = 60_000_000;
const LOOK_EVERY_MS = 30_000;

/** That this device is nearly full, before anything is lost; or that something was not kept. */
export function StorageLine() {
  const [left, setLeft] = useState(Infinity);
  const [lost, setLost] = useState(false);
  useEffect(() => {
    const look = () =>
      void navigator.storage
        ?.estimate()
        .then(({ quota, usage }) => setLeft(quota === undefined ? Infinity : quota - (usage ?? 0)));
    // A browser that is asked keeps what waits here even when it clears others.
    void navigator.storage?.persist?.();
    look();
    const again = window.setInterval(look, LOOK_EVERY_MS);
    const fail = () => setLost(true);
    window.addEventListener(KEPT_FAILED, fail);
    return () => {
      window.clearInterval(again);
      window.removeEventListener(KEPT_FAILED, fail);
    };
  }, []);
  if (lost)
    return (
      <p role="alert" className="text-stop">
        This device is full: the last entries are on this page only. Leave it open until they are
        sent.
      </p>
    );
  if (left > LITTLE_BYTES) return null;
  return (
    <p role="alert" className="text-watch">
      This device has {Math.max(0, Math.round(left / 1e6))} MB left. Send what is kept here, or make
      room, before more photos are taken.
    </p>
  );
}
