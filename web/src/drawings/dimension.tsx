import { placeFacts } from "../api/place";
import type { SentTo } from "../api/outbox/useOutbox";
import type { Measured } from "../api/types";
import { useEffect, useRef } from "react";
import { useNarrow } from "../ui/useWide";
import { isWished, useForm } from "./drawingForm";
import { usePaper } from "./paper";
import { Editor } from "./editor";
import { figure, unitOf } from "./quantity";

const UNDERLINE: Record<Measured["known"] & string, string> = {
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
  /** Show it also where nothing was read yet, to be read. */
  wanted?: boolean;
};

const SHIFT = { middle: "-50%", start: "0%", end: "-100%" };

/** A number at its place on a drawing: Enter edits it, Tab goes on in measuring order. */
export function Dimension({
  place,
  x,
  y,
  caption,
  align = "middle",
  showTyped,
  wanted,
}: DimensionProps) {
  const form = useForm();
  const paper = usePaper();
  const narrow = useNarrow();
  const facts = placeFacts(place);
  const measured = form.measured(place);
  const style = {
    left: `${(x / paper.width) * 100}%`,
    top: `${(y / paper.height) * 100}%`,
    transform: `translate(${SHIFT[align]}, -50%)`,
  };
  const there = measured !== undefined || wanted === true;
  const { put } = paper;
  useEffect(() => (there ? put(place) : undefined), [put, place, there]);
  if (!there) return null;
  if (narrow) return <Lit place={place} caption={caption} style={style} />;
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
  return (
    <NumberButton
      place={place}
      caption={caption}
      showTyped={showTyped}
      style={style}
      className="absolute z-10 min-h-6 bg-paper px-1 text-[clamp(12px,1.9cqw,14px)] before:absolute before:-inset-x-1 before:-inset-y-2.5"
    />
  );
}

type LitProps = { place: string; caption: string | undefined; style: React.CSSProperties };

/** A number on a drawing that is moved about under a list: lit, and moved into sight, when its turn comes. */
function Lit({ place, caption, style }: LitProps) {
  const form = useForm();
  const mark = useRef<HTMLSpanElement>(null);
  const lit = form.open === place;
  useEffect(() => {
    const sheet = mark.current?.closest("[data-scrolls]");
    if (!lit || !sheet || !mark.current) return;
    const [at, around] = [mark.current.getBoundingClientRect(), sheet.getBoundingClientRect()];
    sheet.scrollBy({
      left: at.left + at.width / 2 - around.left - around.width / 2,
      top: at.top + at.height / 2 - around.top - around.height / 2,
    });
  }, [lit]);
  const measured = form.measured(place);
  const { dimension } = placeFacts(place);
  return (
    <span
      ref={mark}
      aria-hidden="true"
      data-shown={place}
      style={style}
      className={`absolute z-10 bg-paper px-1 text-[12px] leading-tight whitespace-nowrap ${lit ? "outline-3 outline-after" : ""}`}
    >
      {caption !== undefined && <span className="mr-1 text-pale">{caption}</span>}
      <span className="figure">{measured ? figure(measured, dimension) : "–"}</span>{" "}
      {measured && unitOf(dimension)}
    </span>
  );
}

type NumberButtonProps = {
  place: string;
  caption?: string;
  showTyped?: boolean;
  style?: React.CSSProperties;
  className: string;
};

/** A number as it is known, to be pressed; a dash where nothing was read yet. */
export function NumberButton({ place, caption, showTyped, style, className }: NumberButtonProps) {
  const form = useForm();
  const { label, dimension } = placeFacts(place);
  const measured = form.measured(place);
  const sent = form.sent(place);
  const by = form.by(place);
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
      title={
        sent?.refused ??
        `${label}, ${knownWords(measured)}${measured?.typed ? `, typed ${measured.typed}` : ""}`
      }
      className={`leading-tight whitespace-nowrap touch-manipulation hover:text-after disabled:cursor-default ${by ? "outline-2 outline-after" : ""} ${className}`}
    >
      <span className="sr-only">
        {sent ? spokenSent(label, sent) : spoken(label, dimension, measured)}
      </span>
      <span aria-hidden="true" className="relative">
        {by !== undefined && (
          <span className="absolute -top-3.5 left-0 z-20 bg-after px-1 text-[12px] leading-tight text-after-ink">
            {by}
          </span>
        )}
        {caption !== undefined && <span className="mr-1 text-pale">{caption}</span>}
        {sent ? (
          <SentText sent={sent} />
        ) : measured === undefined ? (
          <span className="figure border border-dashed border-pale px-2 text-pale">–</span>
        ) : (
          <Known
            measured={measured}
            dimension={dimension}
            showTyped={showTyped}
            wished={isWished(place)}
          />
        )}
      </span>
    </button>
  );
}

/** What is on its way, paler until it is kept; what was not taken stands there until it is put right. */
function SentText({ sent }: { sent: SentTo }) {
  return sent.refused === null ? (
    <span className="figure px-0.5 text-pale" data-sent="sending">
      {sent.typed || "–"} …
    </span>
  ) : (
    <span className="figure border-b-2 border-stop px-0.5 text-stop" data-sent="refused">
      {sent.typed || "–"} not taken
    </span>
  );
}

const spokenSent = (label: string, sent: SentTo) =>
  `${label}: ${sent.typed}, ${sent.refused === null ? "being sent" : `not taken. ${sent.refused}`}`;

type KnownProps = {
  measured: Measured;
  dimension: string;
  showTyped: boolean | undefined;
  wished: boolean;
};

function Known({ measured, dimension, showTyped, wished }: KnownProps) {
  const unit = unitOf(dimension);
  // A wish has no tolerance to round by: it stands as it was typed.
  if (wished && measured.typed) {
    return (
      <span className={`figure px-0.5 ${UNDERLINE.measured}`}>
        {measured.typed.replace(/ ?deg(rees?)?$/, "°")}
      </span>
    );
  }
  return (
    <>
      <span className={`figure px-0.5 ${UNDERLINE[measured.known ?? "measured"]}`}>
        {figure(measured, dimension)}
      </span>
      <span className="ml-0.5 text-[max(12px,0.85em)] text-pale">{unit}</span>
      {measured.simulated && (
        <span className="ml-1 text-[max(12px,0.85em)] text-watch">stand-in</span>
      )}
      {showTyped && measured.typed && !measured.typed.endsWith(unit) && (
        <span className="figure ml-1.5 text-pale">{measured.typed}</span>
      )}
    </>
  );
}

/** How a number is known, in words; a stand-in's reading says so for ever. */
function knownWords(measured: Measured | undefined): string {
  if (measured === undefined) return "not read yet";
  return `${measured.known ?? "measured"}${measured.simulated ? ", read by a stand-in" : ""}`;
}

function spoken(label: string, dimension: string, measured: Measured | undefined): string {
  if (measured === undefined) return `${label}: not read yet`;
  return `${label}: ${figure(measured, dimension)} ${unitOf(dimension)}, ${knownWords(measured)}`;
}
