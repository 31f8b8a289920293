import { useState } from "react";
import { useOnItsWay, useOutbox } from "../api/outbox/useOutbox";
import type { OnItsWay } from "../api/outbox/outbox";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";
import { writeWords } from "./words";

/** How far everything is that was written: kept, on its way, kept here only, or not taken. */
export function SavingMark({ ready }: { ready: boolean }) {
  const [open, setOpen] = useState(false);
  const all = useOnItsWay();
  const refused = all.filter(({ state }) => state === "refused").length;
  const waiting = all.some(({ state }) => state === "waiting");
  const left = all.length - refused;
  const photos = all.filter(({ write, state }) => write.file && state !== "refused").length;
  const ofThem = photos > 0 ? `, ${photos} of them photos` : "";
  const text = refused
    ? `${refused} not taken${left ? `, ${left} on their way` : ""}`
    : waiting
      ? `${left} kept here, not sent${ofThem}`
      : left
        ? photos > 0
          ? `Sending, ${photos} photos left`
          : "Saving …"
        : // Until it is known what this device still holds, nothing is said.
          ready
          ? "Saved"
          : "";
  return (
    <>
      <span role="status" className={`text-[13px] ${refused ? "text-stop" : "text-pale"}`}>
        {all.length === 0 ? (
          text
        ) : (
          <button
            type="button"
            onClick={() => setOpen(true)}
            className="min-h-11 underline underline-offset-4"
          >
            {text}
          </button>
        )}
      </span>
      <Panel
        open={open && all.length > 0}
        onClose={() => setOpen(false)}
        title="Not kept by the server yet"
      >
        <p className="mb-2 text-sm text-pale">
          All of it is kept on this device, whatever becomes of this page, and sent as soon as the
          server answers.
        </p>
        <ul>
          {all.map((one) => (
            <Line key={one.write.id} one={one} />
          ))}
        </ul>
      </Panel>
    </>
  );
}

const SAID = { sending: "being sent", waiting: "waits for the server", refused: "" };

function Line({ one: { write, state } }: { one: OnItsWay }) {
  const outbox = useOutbox();
  return (
    <li className="flex flex-wrap items-center justify-between gap-2 border-t border-line py-2 text-sm">
      <span>
        {writeWords(write)}
        <span className={`block text-[13px] ${state === "refused" ? "text-stop" : "text-pale"}`}>
          {SAID[state] || write.refused?.complaints[0]?.message}
        </span>
      </span>
      {state === "refused" && (
        <span className="flex gap-2">
          <Button onClick={() => outbox.again(write.id)}>Send again</Button>
          <Button onClick={() => outbox.drop(write.id)}>Let go</Button>
        </span>
      )}
    </li>
  );
}
