import { useEffect, useId, useRef, useState } from "react";
import { RefusedError } from "../api/client";
import { placeFacts } from "../api/place";
import type { Known } from "../api/types";
import { isWished, useForm } from "./drawingForm";
import { figure } from "./quantity";

/** How a number can be known, best first; the arrow keys step through these. */
const KNOWN: Known[] = ["measured", "plate", "quoted", "estimated"];

type EditorProps = { place: string; label: string };

/** The line a number is written on, with how it is known. */
export function Editor({ place, label }: EditorProps) {
  const form = useForm();
  const measured = form.measured(place);
  const facts = placeFacts(place);
  const wished = isWished(place);
  const shown = measured ? figure(measured, facts.dimension).replace(/\u202f/g, "") : "";
  const start = measured?.typed && !measured.typed.startsWith("half of") ? measured.typed : shown;
  const [typed, setTyped] = useState(start);
  const [known, setKnown] = useState<Known>(
    measured === undefined || measured.known === "default"
      ? "measured"
      : (measured.known ?? "measured"),
  );
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const box = useRef<HTMLInputElement>(null);
  const id = useId();

  useEffect(() => box.current?.select(), []);

  async function save(goTo: string | null) {
    const untouched = typed === start && known === measured?.known;
    if (untouched) {
      form.close(place, goTo);
      return;
    }
    setBusy(true);
    try {
      await form.save(place, typed, known);
      form.close(place, goTo);
    } catch (error) {
      if (!(error instanceof RefusedError)) throw error;
      setProblem(error.message);
      setBusy(false);
      box.current?.focus();
    }
  }

  function onKeyDown(event: React.KeyboardEvent) {
    event.stopPropagation();
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      setKnown(KNOWN[(KNOWN.indexOf(known) + step + KNOWN.length) % KNOWN.length] ?? "measured");
    } else if (event.key === "Enter") {
      event.preventDefault();
      void save(null);
    } else if (event.key === "Escape") {
      form.close(place, null);
    } else if (event.key === "Tab") {
      const next = form.next(place, event.shiftKey ? -1 : 1);
      event.preventDefault();
      void save(next);
    }
  }

  return (
    <div
      className="w-60 border border-ink bg-sheet p-2 text-sm"
      onBlur={(event) => {
        const leftTheBox = !event.currentTarget.contains(event.relatedTarget);
        if (leftTheBox && !busy && problem === "") void save(null);
      }}
    >
      <label htmlFor={id} className="block text-[13px] text-pale">
        {label}
      </label>
      <input
        id={id}
        ref={box}
        autoFocus
        value={typed}
        inputMode="text"
        autoComplete="off"
        aria-invalid={problem !== ""}
        aria-describedby={`${id}-says`}
        onChange={(event) => {
          setTyped(event.target.value);
          setProblem("");
        }}
        onKeyDown={onKeyDown}
        className="figure w-full border-b-2 border-ink bg-transparent py-1 outline-none"
      />
      <p
        id={`${id}-says`}
        role="status"
        className={`min-h-4 text-xs ${problem ? "text-stop" : "text-pale"}`}
      >
        {problem ||
          (busy ? "Saving …" : `Enter keeps, Esc leaves${wished ? "" : ", ↑↓ how it is known"}`)}
      </p>
      <div
        role="radiogroup"
        aria-label="How it is known"
        hidden={wished}
        className={wished ? "" : "mt-1 flex flex-wrap gap-x-1"}
      >
        {KNOWN.map((way) => (
          <button
            key={way}
            type="button"
            role="radio"
            aria-checked={known === way}
            onClick={() => {
              setKnown(way);
              box.current?.focus();
            }}
            className={`min-h-8 px-1.5 text-xs ${known === way ? "bg-ink text-paper" : "text-pale hover:text-ink"}`}
          >
            {way}
          </button>
        ))}
      </div>
    </div>
  );
}
