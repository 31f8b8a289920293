import type { ReactNode } from "react";
import { useJobView } from "../../app/jobContext";
import { useWritable } from "../../app/session";
import type { Strength, SymptomRow } from "../../api/types";
import { SheetOfPaper } from "../../drawings/drawingForm";
import { nextStrength, STRENGTHS } from "./strength";

const WIDTH = 760;
const HEIGHT = 396;
const CELL = WIDTH / 4;
const UPPER = 78;
const LOWER = 276;
const rowOf = (i: number) => (i < 4 ? UPPER : LOWER);

/** Stretches of the journey in driving order, each with what is drawn of it, centred at 0, 0. */
const STRETCHES: { name: string; drawing: ReactNode }[] = [
  {
    name: "bend",
    drawing: <path className="ink-2" d="M-52 22 C-18 22 -30 -24 0 -24 S 20 22 52 22" />,
  },
  {
    name: "side gust",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52" />
        <Rig />
        {[-18, -6, 6].map((y) => (
          <path key={y} className="pale-1" d={`M-54 ${y} h22 m-6 -4 l6 4 l-6 4`} />
        ))}
      </>
    ),
  },
  {
    name: "passing truck",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52" />
        <Rig />
        <path className="ink-1" d="M-50 20 V-20 H-22 V20 M-22 -2 H-12 L-8 8 V20" />
        <path className="pale-1" d="M-6 -22 q8 6 0 12 m8 -14 q10 8 0 16" />
      </>
    ),
  },
  {
    name: "one-side bump",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H-6 q8 -12 16 0 H52" />
        <path className="ink-1" d="M-26 8 L22 -4 L20 -30 L-28 -20 Z" />
      </>
    ),
  },
  {
    name: "hump",
    drawing: <path className="ink-2" d="M-52 22 H-34 C-14 22 -12 -10 0 -10 S 14 22 34 22 H52" />,
  },
  {
    name: "braking",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52" />
        <path className="ink-1" d="M-28 16 L26 8 L24 -18 L-30 -8 Z" />
        <path className="pale-1" d="M-44 4 h-8 m8 -8 h-6 m6 16 h-6" />
      </>
    ),
  },
  {
    name: "straight road",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52" />
        <path className="pale-1" strokeDasharray="6 5" d="M-52 -4 q13 -12 26 0 t26 0 t26 0 t26 0" />
      </>
    ),
  },
  {
    name: "rough track",
    drawing: (
      <path
        className="ink-2"
        d="M-52 20 l8 -8 l8 6 l10 -12 l8 10 l8 -4 l8 8 l10 -14 l10 12 l8 -6 l14 10"
      />
    ),
  },
];

function Rig() {
  return <path className="ink-1" d="M-18 18 V-14 Q-18 -18 -14 -18 H20 V18 Z" />;
}

/** A journey as the owner drives it; each stretch takes how strongly something is felt there. */
export function Journey() {
  const { practice } = useJobView();
  const rows = practice?.symptoms ?? [];
  const drawing = (
    <>
      <path
        className="hatch-1"
        strokeDasharray="2 5"
        d={`M0 ${UPPER + 22} H${WIDTH - 20} Q${WIDTH} ${UPPER + 22} ${WIDTH - 4} ${UPPER + 60} V${LOWER - 70} Q${WIDTH} ${LOWER - 48} ${WIDTH - 40} ${LOWER - 48} H40 Q4 ${LOWER - 48} 4 ${LOWER - 10} V${LOWER + 22} H${WIDTH}`}
      />
      {STRETCHES.map(({ name, drawing: own }, i) => (
        <g key={name} transform={`translate(${CELL * ((i % 4) + 0.5)} ${rowOf(i)})`}>
          <rect x={-66} y={-44} width={132} height={74} fill="var(--paper)" />
          {own}
          <text x={0} y={-50} textAnchor="middle" fontWeight={600}>
            {name}
          </text>
        </g>
      ))}
    </>
  );
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says="A journey in eight stretches: bend, side gust, passing truck, one-side bump, hump, braking, straight road and rough track."
      drawing={drawing}
    >
      {STRETCHES.map(({ name }, i) => (
        <div
          key={name}
          className="absolute flex w-[24%] flex-col items-stretch"
          style={{
            left: `${((i % 4) + 0.5) * 25}%`,
            top: `${((rowOf(i) + 36) / HEIGHT) * 100}%`,
            transform: "translateX(-50%)",
          }}
        >
          {rows
            .filter(({ stretch }) => stretch === name)
            .map((row) => (
              <SymptomPick key={row.key} row={row} />
            ))}
        </div>
      ))}
    </SheetOfPaper>
  );
}

/** How strongly one thing is felt: press for stronger, arrows either way. */
function SymptomPick({ row }: { row: SymptomRow }) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const symptoms: Record<string, Strength> = job.complaint.symptoms ?? {};
  const now = symptoms[row.key] ?? "none";

  function set(next: Strength) {
    void writes.enterOnPaper("complaint", `symptoms.${row.key}`, next).catch(() => undefined);
  }

  return (
    <button
      type="button"
      disabled={!writable}
      data-place={`symptoms.${row.key}`}
      aria-label={`${row.label}, ${row.stretch}: ${now}`}
      title="Press for stronger; after strong comes none"
      onClick={() => set(nextStrength(now, 1))}
      onKeyDown={(event) => {
        const step = ({ ArrowRight: 1, ArrowLeft: -1 } as const)[event.key as "ArrowRight"];
        if (step === undefined) return;
        event.preventDefault();
        set(nextStrength(now, step));
      }}
      className={`flex min-h-11 items-center justify-between gap-1 px-1 text-left text-[13px] leading-tight hover:text-after ${now === "none" ? "text-pale" : "font-medium"}`}
    >
      {row.label}
      <Pips at={STRENGTHS.indexOf(now)} />
    </button>
  );
}

/** Three rings, filled up to the strength. */
function Pips({ at }: { at: number }) {
  return (
    <svg viewBox="0 0 40 12" className="h-3 w-10 shrink-0" aria-hidden="true">
      {[1, 2, 3].map((step) => (
        <circle
          key={step}
          cx={step * 13 - 7}
          cy={6}
          r={4.6}
          fill={step <= at ? "var(--ink)" : "none"}
          stroke={step <= at ? "var(--ink)" : "var(--pale)"}
        />
      ))}
    </svg>
  );
}
