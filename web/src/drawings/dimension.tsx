import { useEffect, useId, useRef, useState } from "react";
import { RefusedError } from "../api/client";
import { placeFacts } from "../api/place";
import type { Known } from "../api/types";
import { useForm, usePaperSize } from "./drawingForm";
import { figure, unitOf } from "./quantity";

/** How a number can be known, best first; the arrow keys step through these. */
const KNOWN: Known[] = ["measured", "plate", "quoted", "estimated"];

const UNDERLINE: Record<Known, string> = {
  measured: "border-solid border-ink border-b",
  plate: "border-solid border-ink border-b",
  quoted: "border-dashed border-ink border-b",
  estimated: "border-dotted border-ink border-b-2",
  default: "border-solid border-pale border text-pale",
};

type DimensionProps = {
  place: string;
  /** Where its middle stands, in paper pixels. */
  x: number;
  y: number;
  /** Written before the number where the drawing alone does not say it. */
  caption?: string;
  align?: "middle" | "start" | "end";
  /** Write beside it what was typed, such as 1 3/8". */
  showTyped?: boolean;
};

const SHIFT = { middle: "-50%", start: "0%", end: "-100%" };

/** A number at its place on a drawing: Enter edits it, Tab goes on in measuring order. */
export function Dimension({ place, x, y, caption, align = "middle", showTyped }: DimensionProps) {
  const form = useForm();
  const paper = usePaperSize();
  const facts = placeFacts(place);
  const measured = form.measured(place);
  const style = {
    left: `${(x / paper.width) * 100}%`,
    top: `${(y / paper.height) * 100}%`,
    transform: `translate(${SHIFT[align]}, -50%)`,
  };
  if (measured === undefined) return null;
  if (form.open === place) {
    return (
      // Shifted by its place across the drawing, so that it never hangs over an edge.
      <div
        className="absolute z-20"
        style={{ ...style, transform: `translate(-${(x / paper.width) * 100}%, -50%)` }}
      >
        <Editor place={place} label={facts.label} />
      </div>
    );
  }
  const unit = unitOf(facts.dimension);
  return (
    <button
      type="button"
      data-place={place}
      ref={(button) => {
        if (button !== null && form.takesCursor(place)) button.focus();
      }}
      disabled={!form.writable}
      style={style}
      onClick={() => form.setOpen(place)}
      aria-label={`${facts.label}: ${figure(measured, facts.dimension)} ${unit}, ${measured.known}`}
      title={`${facts.label}, ${measured.known}${measured.typed ? `, typed ${measured.typed}` : ""}`}
      className="absolute z-10 min-h-6 whitespace-nowrap bg-paper px-1 text-[clamp(12px,1.9cqw,14px)] leading-tight touch-manipulation before:absolute before:-inset-x-1 before:-inset-y-2.5 hover:text-after disabled:cursor-default"
    >
      {caption !== undefined && <span className="mr-1 text-pale">{caption}</span>}
      <span className={`figure px-0.5 ${UNDERLINE[measured.known ?? "measured"]}`}>
        {figure(measured, facts.dimension)}
      </span>
      <span className="ml-0.5 text-[0.85em] text-pale">{unit}</span>
      {showTyped && measured.typed && !measured.typed.endsWith(unit) && (
        <span className="figure ml-1.5 text-pale">{measured.typed}</span>
      )}
    </button>
  );
}

type EditorProps = { place: string; label: string };

function Editor({ place, label }: EditorProps) {
  const form = useForm();
  const measured = form.measured(place);
  const facts = placeFacts(place);
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
        {problem || (busy ? "Saving …" : "Enter keeps, Esc leaves, ↑↓ how it is known")}
      </p>
      <div role="radiogroup" aria-label="How it is known" className="mt-1 flex flex-wrap gap-x-1">
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
