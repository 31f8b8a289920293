import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { usePeopleWrites } from "../api/people";
import type { People } from "../api/people";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";

/** Devices that belong to the shop and are handed on by numbers. */
export function Tablets({ tablets }: { tablets: People["tablets"] }) {
  const { makeTablet, dropTablet } = usePeopleWrites();
  const { refusal, attempt } = useAttempt();
  const [name, setName] = useState("");
  return (
    <section aria-labelledby="tablets">
      <h2 id="tablets" className="mt-6 font-semibold">
        Tablets of the shop
      </h2>
      <p className="text-sm text-pale">
        A tablet that lies in the bay belongs to the shop. Whoever takes it picks their name and
        types their number, so that the record says who did what.
      </p>
      <ul>
        {tablets.map((one) => (
          <li key={one.id} className="flex min-h-11 items-center gap-4 border-t border-line">
            <span className="grow">{one.name}</span>
            <Button
              aria-label={`No longer the shop’s: ${one.name}`}
              onClick={() => void attempt(() => dropTablet(one.id))}
            >
              No longer the shop’s
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Field
          label="Name of this device"
          value={name}
          maxLength={40}
          placeholder="Bay 1"
          onChange={(e) => setName(e.target.value)}
        />
        <Button
          disabled={!name.trim()}
          onClick={() => void attempt(() => makeTablet(name)).then((kept) => kept && setName(""))}
        >
          Make this device the shop’s
        </Button>
      </div>
      <p className="mt-1 text-sm text-pale">
        Do it at the tablet itself, then sign out there: it asks who takes it.
      </p>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}
