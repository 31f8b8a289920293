import type { ReactNode } from "react";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { Strength, SymptomRow } from "../../api/types";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
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
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H-18 C14 22 14 -30 52 -30" />
        <path className="ink-2" d="M-52 2 H-26 C-2 2 6 -42 40 -42" />
        <path className="pale-1" strokeDasharray="6 5" d="M-52 12 H-22 C6 12 10 -36 46 -36" />
      </>
    ),
  },
  {
    name: "side gust",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52" />
        <FromBehind x={10} lean={9} />
        {[-22, -10, 2].map((y) => (
          <path key={y} className="pale-1" d={`M-52 ${y} h24 m-6 -4 l6 4 l-6 4`} />
        ))}
      </>
    ),
  },
  {
    name: "passing truck",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52" />
        <FromBehind x={28} lean={6} />
        <path className="ink-1" d="M-44 17 V-36 H-6 V17 Z M-40 17 v5 h6 v-5 M-16 17 v5 h6 v-5" />
        <path className="pale-1" d="M0 -26 q5 6 0 12 m5 -16 q7 10 0 20" />
      </>
    ),
  },
  {
    name: "one-side bump",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H8 q10 -14 20 0 H52" />
        <FromBehind x={2} lean={-9} />
      </>
    ),
  },
  {
    name: "hump",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H-40 C-18 22 -16 2 0 2 S 18 22 40 22 H52" />
        <FromSide x={0} y={-16} pitch={0} />
      </>
    ),
  },
  {
    name: "braking",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52" />
        <FromSide x={0} y={4} pitch={-6} />
        <path className="pale-1" d="M44 10 h8 m-8 -9 h6 m-6 -9 h8" />
      </>
    ),
  },
  {
    name: "straight road",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52 M-52 -24 H52" />
        <path className="pale-1" strokeDasharray="6 5" d="M-52 0 q13 -14 26 0 t26 0 t26 0 t26 0" />
      </>
    ),
  },
  {
    name: "rough track",
    drawing: (
      <>
        <path
          className="ink-2"
          d="M-52 20 l8 -8 l8 6 l10 -12 l8 10 l8 -4 l8 8 l10 -14 l10 12 l8 -6 l14 10"
        />
        <FromSide x={0} y={-14} pitch={8} />
      </>
    ),
  },
];

/** A tall body on two wheels, from behind. */
function FromBehind({ x, lean }: { x: number; lean: number }) {
  return (
    <g transform={`translate(${x} 22) rotate(${lean})`}>
      <rect x={-15} y={-50} width={30} height={40} rx={4} className="ink-1" />
      <rect x={-15} y={-12} width={6} height={12} rx={2} className="ink-1" />
      <rect x={9} y={-12} width={6} height={12} rx={2} className="ink-1" />
    </g>
  );
}

/** A long body on two axles, from the side, front to the left. */
function FromSide({ x, y, pitch }: { x: number; y: number; pitch: number }) {
  return (
    <g transform={`translate(${x} ${y}) rotate(${pitch})`}>
      <path className="ink-1" d="M-34 8 V-8 L-24 -20 H34 V8 Z" />
      <circle cx={-20} cy={10} r={7} className="ink-1" style={{ fill: "var(--paper)" }} />
      <circle cx={20} cy={10} r={7} className="ink-1" style={{ fill: "var(--paper)" }} />
    </g>
  );
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
        d={`M0 ${UPPER + 22} H${WIDTH - 20} Q${WIDTH} ${UPPER + 22} ${WIDTH - 4} ${UPPER + 60} V${LOWER - 94} Q${WIDTH} ${LOWER - 72} ${WIDTH - 40} ${LOWER - 72} H40 Q4 ${LOWER - 72} 4 ${LOWER - 34} V${LOWER + 22} H${WIDTH}`}
      />
      {STRETCHES.map(({ name, drawing: own }, i) => (
        <g key={name} transform={`translate(${CELL * ((i % 4) + 0.5)} ${rowOf(i)})`}>
          <rect x={-66} y={-62} width={132} height={92} fill="var(--paper)" />
          {own}
          <text x={0} y={-52} textAnchor="middle" fontWeight={600}>
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
    void writes.enterOnPaper("complaint", `symptoms.${row.key}`, next);
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
