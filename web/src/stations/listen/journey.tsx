import type { ReactNode } from "react";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { Strength, SymptomRow } from "../../api/types";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { nextStrength, STRENGTHS } from "./strength";

const WIDTH = 760;
const ROWS = [78, 276, 474] as const;
const HEIGHT = 696;
const CELL = WIDTH / 4;
const rowOf = (i: number) => ROWS[Math.floor(i / 4)] ?? 0;

/** The road through the rows, to and fro. */
const ROAD = [
  `M0 ${ROWS[0] + 22} H${WIDTH - 20}`,
  ...ROWS.slice(1).map(
    (row) =>
      `Q${WIDTH} ${row - 176} ${WIDTH - 4} ${row - 138} V${row - 94} Q${WIDTH} ${row - 72} ${WIDTH - 40} ${row - 72} H40 Q4 ${row - 72} 4 ${row - 34} V${row + 22} H${WIDTH - 20}`,
  ),
].join(" ");

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
  {
    name: "after a swing",
    drawing: (
      <>
        <path className="ink-2" d="M-52 22 H52" />
        <path className="pale-1" d="M-52 -6 q8 -40 16 0 t16 0 q7 16 14 0 t14 0 q6 -8 12 0 t12 0" />
      </>
    ),
  },
  {
    name: "driveway dip",
    drawing: (
      <>
        <path className="ink-2" d="M-52 8 H-22 L-8 22 H10 L24 8 H52" />
        <FromBehind x={0} lean={8} />
      </>
    ),
  },
  {
    name: "road’s edge",
    drawing: (
      <>
        <path className="ink-2" d="M-52 14 H14 L20 26 H52" />
        <FromBehind x={6} lean={10} />
      </>
    ),
  },
  {
    name: "inside",
    drawing: (
      <>
        <path className="ink-1" d="M-50 22 V-36 H50 V22 Z" transform="rotate(5)" />
        <path className="ink-1" d="M-40 -30 h22 v18 h-22 z M-29 -30 v18" transform="rotate(5)" />
        <path className="ink-1" d="M-29 -30 l-14 4 v16 l14 2" transform="rotate(5)" />
        <path
          className="pale-1"
          d="M2 14 h10 v-12 h-10 z M20 14 h8 v-8 h-8 z"
          transform="rotate(5)"
        />
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
      <path className="hatch-1" strokeDasharray="2 5" d={ROAD} />
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
      says={`A journey in ${STRETCHES.length} stretches: ${STRETCHES.map(({ name }) => name).join(", ")}.`}
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
