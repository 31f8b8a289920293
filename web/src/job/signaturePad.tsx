import { useRef } from "react";

/** Points x, y of one stroke of the pen. */
export type Stroke = [number, number][];

/** Width of the pad as it is kept; whatever it is on a screen. */
const [WIDE, HIGH] = [1000, 320];

const path = (stroke: number[][]) => `M${stroke.map((point) => point.join(" ")).join("L")}`;

/** Strokes of a pen, drawn. */
export function Signature({ strokes, by }: { strokes: number[][][]; by: string }) {
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} role="img" aria-label={`Signature of ${by}`}>
      <Strokes strokes={strokes} />
    </svg>
  );
}

function Strokes({ strokes }: { strokes: number[][][] }) {
  return strokes.map((stroke, i) => (
    <path key={i} d={path(stroke)} className="ink-1" strokeWidth={6} strokeLinecap="round" />
  ));
}

type SignaturePadProps = { strokes: Stroke[]; onChange: (strokes: Stroke[]) => void };

/** A pad to sign on with a finger, a pen or a mouse. */
export function SignaturePad({ strokes, onChange }: SignaturePadProps) {
  const drawing = useRef(false);
  const at = (event: React.PointerEvent<SVGSVGElement>): [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    const within = (part: number, most: number) =>
      Math.round(Math.min(1, Math.max(0, part)) * most);
    return [
      within((event.clientX - box.left) / box.width, WIDE),
      within((event.clientY - box.top) / box.height, HIGH),
    ];
  };
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      role="img"
      aria-label="Sign here"
      data-held
      className="mt-2 w-full touch-none border border-ink bg-paper"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drawing.current = true;
        onChange([...strokes, [at(event)]]);
      }}
      onPointerMove={(event) => {
        if (drawing.current)
          onChange([...strokes.slice(0, -1), [...(strokes.at(-1) ?? []), at(event)]]);
      }}
      onPointerUp={() => (drawing.current = false)}
      onPointerCancel={() => (drawing.current = false)}
    >
      <line x1={60} x2={WIDE - 60} y1={HIGH - 60} y2={HIGH - 60} className="pale-1" />
      <Strokes strokes={strokes} />
    </svg>
  );
}
