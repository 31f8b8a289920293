import { useLead } from "../api/session";
import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useBoardWrites } from "../api/board";
import type { BoardView } from "../api/types";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Fold } from "../ui/fold";
import { Pick } from "../ui/pick";

const KINDS = [
  { value: "lift", text: "lift" },
  { value: "pit", text: "pit" },
  { value: "ground", text: "level ground" },
];

/** The shop's bays, and closing a day; a lead changes them. */
export function Bays({ bays }: { bays: BoardView["bays"] }) {
  const { addBay, dropBay, setDayOff } = useBoardWrites();
  const { refusal, attempt } = useAttempt();
  const lead = useLead();
  const [name, setName] = useState("");
  const [kind, setKind] = useState("lift");
  const [day, setDay] = useState("");
  if (!lead) return null;
  return (
    <Fold title="Bays and closed days" className="text-sm" open={bays.length === 0}>
      <ul>
        {bays.map((bay) => (
          <li
            key={bay.id}
            className="flex min-h-11 items-center justify-between border-t border-line"
          >
            <span>
              {bay.name} <span className="text-pale">{bay.kind}</span>
            </span>
            <Button
              aria-label={`Take away ${bay.name}`}
              onClick={() => void attempt(() => dropBay(bay.id, bay.name))}
            >
              Take away
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Field
          label="Another bay"
          value={name}
          maxLength={40}
          onChange={(e) => setName(e.target.value)}
        />
        <Pick label="It is" value={kind} options={KINDS} onChange={setKind} />
        <Button
          disabled={!name.trim()}
          onClick={() => void attempt(() => addBay(name, kind)).then((kept) => kept && setName(""))}
        >
          Add the bay
        </Button>
      </div>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Field label="Day" type="date" value={day} onChange={(e) => setDay(e.target.value)} />
        <Button disabled={!day} onClick={() => void attempt(() => setDayOff(day, true))}>
          Closed that day
        </Button>
        <Button disabled={!day} onClick={() => void attempt(() => setDayOff(day, false))}>
          Open after all
        </Button>
      </div>
      <Alert>{refusal?.message}</Alert>
    </Fold>
  );
}
