import { useEffect, useId, useRef, useState } from "react";
import { ToggleGroup } from "radix-ui";
import { KNOWN } from "../api/generated/core";
import { placeFacts } from "../api/place";
import { asKept, shownAs, withUnit } from "../api/units";
import type { Known, Measured } from "../api/types";
import { Button } from "../ui/button";
import { useNarrow } from "../ui/useWide";
import { isWished, useForm } from "./drawingForm";
import { figure } from "./quantity";

/** How a number can be known by somebody, best first; the arrow keys step through these. */
const WAYS = KNOWN.filter((way) => way !== "default");

type Way = Exclude<Known, "default">;

type EditorProps = { place: string; label: string };

/** The line a number is written on, with how it is known. */
export function Editor({ place, label }: EditorProps) {
  const form = useForm();
  const measured = form.measured(place);
  const sent = form.sent(place);
  const wished = isWished(place);
  const start = sent?.typed ?? textOf(place, measured);
  const [typed, setTyped] = useState(start);
  const [picked, setPicked] = useState<Way | null>(null);
  const box = useRef<HTMLInputElement>(null);
  const narrow = useNarrow();
  const { dimension } = placeFacts(place);
  const next = form.next(place, 1);
  const id = useId();
  const problem = typed === start ? (sent?.refused ?? "") : "";
  const known = picked ?? wayOf(place, measured, typed !== start);

  useEffect(() => {
    box.current?.select();
    form.look(place);
    // Once, as it is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  /** Keep what was typed or picked; a number nobody touched is never written. */
  function leave(goTo: string | null) {
    const asKept = typed.trim() === textOf(place, measured).trim();
    const newWay = picked !== null && picked !== measured?.known;
    if (asKept && !newWay) form.letGo(place);
    // What is on its way, or was not taken, stays as it is until something of it changes.
    else if (typed !== start || picked !== null) {
      form.keep(place, withUnit(typed, dimension), known ?? "measured", goTo);
      return;
    }
    form.close(place, goTo);
  }

  function onKeyDown(event: React.KeyboardEvent) {
    event.stopPropagation();
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      const at = known === null ? 0 : WAYS.indexOf(known) + step;
      setPicked(WAYS.at(at % WAYS.length) ?? "measured");
    } else if (event.key === "Enter") {
      event.preventDefault();
      leave(null);
    } else if (event.key === "Escape") {
      form.letGo(place);
      form.close(place, null);
    } else if (event.key === "Tab") {
      event.preventDefault();
      leave(event.shiftKey ? form.next(place, -1) : next);
    }
  }

  return (
    <div
      className="w-60 border border-ink bg-sheet p-2 text-sm"
      onBlur={(event) => {
        const leftTheBox = !event.currentTarget.contains(event.relatedTarget);
        if (leftTheBox && form.open === place) leave(null);
      }}
    >
      <label htmlFor={id} className="block text-[13px] text-pale">
        {label}
      </label>
      <span className="flex items-baseline gap-2 border-b-2 border-ink">
        <input
          id={id}
          ref={box}
          autoFocus
          value={typed}
          inputMode="text"
          autoComplete="off"
          aria-invalid={problem !== ""}
          aria-describedby={`${id}-says`}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={onKeyDown}
          className="figure w-full bg-transparent py-1 outline-none"
        />
        <span className="text-pale">{shownAs(dimension).symbol}</span>
      </span>
      <p
        id={`${id}-says`}
        role="status"
        className={`min-h-4 text-xs ${problem ? "text-stop" : "text-pale"}`}
      >
        {problem || `Enter keeps, Esc leaves${wished ? "" : ", ↑↓ how it is known"}`}
      </p>
      {narrow && next !== null && (
        <Button
          className="mt-1 w-full text-sm"
          onPointerDown={(event) => event.preventDefault()}
          onClick={() => leave(next)}
        >
          Keep, and the next number
        </Button>
      )}
      {!wished && (
        <HowKnown
          known={known}
          onPick={(way) => {
            setPicked(way);
            box.current?.focus();
          }}
        />
      )}
    </div>
  );
}

/** A number as it stands, to be typed over. */
function textOf(place: string, measured: Measured | undefined): string {
  if (measured === undefined) return "";
  const { typed } = measured;
  const { dimension } = placeFacts(place);
  if (typed && !typed.startsWith("half of")) return asKept(typed, dimension);
  return figure(measured, dimension).replace(/\u202f/g, "");
}

/** Loads are read off pads: what is typed over a guess or a split one was read. */
const PAD = /^load_states\.\d+\.\w+_kg$/;

/** How a number is known: as it was, until another is typed. None for a class default. */
function wayOf(place: string, measured: Measured | undefined, changed: boolean): Way | null {
  const known = measured?.known ?? "measured";
  if (known === "default") return changed ? "measured" : null;
  return known === "estimated" && changed && PAD.test(place) ? "measured" : known;
}

type HowKnownProps = { known: Way | null; onPick: (way: Way) => void };

function HowKnown({ known, onPick }: HowKnownProps) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label="How it is known"
      value={known ?? ""}
      onValueChange={(way) => way !== "" && onPick(way as Way)}
      className="mt-1 flex flex-wrap gap-x-1"
    >
      {WAYS.map((way) => (
        <ToggleGroup.Item
          key={way}
          value={way}
          className="min-h-11 px-1.5 text-[13px] text-pale hover:text-ink data-[state=on]:bg-ink data-[state=on]:text-paper"
        >
          {way}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
