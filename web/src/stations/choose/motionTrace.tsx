import { roundTicks } from "./tradeOffGeometry";

const WIDTH = 680;
const HEIGHT = 220;
const BOX = { left: 48, right: 10, top: 10, bottom: 26 };

type MotionTraceProps = {
  before: number[];
  after: number[] | null;
  stepS: number;
  at: number;
  onScrub: (sample: number) => void;
};

/** Lean over time; a press or a drag on it goes to that moment. */
export function MotionTrace({ before, after, stepS, at, onScrub }: MotionTraceProps) {
  const deg = (rad: number) => (rad * 180) / Math.PI;
  const most = Math.max(...[...before, ...(after ?? [])].map((rad) => Math.abs(deg(rad))), 0.2);
  const last = before.length - 1;
  const x = (sample: number) => BOX.left + (sample / last) * (WIDTH - BOX.left - BOX.right);
  const middle = (HEIGHT - BOX.bottom + BOX.top) / 2;
  const y = (rad: number) => middle - (deg(rad) / most) * (middle - BOX.top - 2);
  const path = (curve: number[]) =>
    curve.map((rad, i) => `${i ? "L" : "M"}${x(i).toFixed(1)} ${y(rad).toFixed(1)}`).join("");

  function scrub(event: React.PointerEvent<SVGSVGElement>) {
    if (event.buttons !== 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    const paper = ((event.clientX - box.left) / box.width) * WIDTH;
    const share = (paper - BOX.left) / (WIDTH - BOX.left - BOX.right);
    onScrub(Math.round(Math.min(Math.max(share, 0), 1) * last));
  }

  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing block w-full touch-none"
      role="img"
      aria-label="Lean over time, before and after."
      onPointerDown={scrub}
      onPointerMove={scrub}
    >
      <line className="pale-1" x1={BOX.left} x2={WIDTH - BOX.right} y1={middle} y2={middle} />
      {roundTicks(-most, most).map((tick) => (
        <text
          key={tick}
          className="num pale"
          x={BOX.left - 6}
          y={y((tick * Math.PI) / 180) + 4}
          textAnchor="end"
        >
          {String(tick).replace("-", "−")}°
        </text>
      ))}
      {Array.from({ length: Math.floor((last * stepS) / 5) + 1 }, (_, i) => i * 5).map((second) => (
        <text
          key={second}
          className="num pale"
          x={x(second / stepS)}
          y={HEIGHT - 6}
          textAnchor="middle"
        >
          {second} s
        </text>
      ))}
      <path d={path(before)} className="before-line" />
      {after && <path d={path(after)} className="after-line" />}
      <line className="ink-1" x1={x(at)} x2={x(at)} y1={BOX.top} y2={HEIGHT - BOX.bottom} />
    </svg>
  );
}
