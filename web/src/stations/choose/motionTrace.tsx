import { Drawing } from "../../drawings/drawing";
import { scaleLinear } from "@visx/scale";
import { LinePath } from "@visx/shape";
import { inDegrees } from "../../drawings/quantity";

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
  const most = Math.max(
    ...[...before, ...(after ?? [])].map((rad) => Math.abs(inDegrees(rad))),
    0.2,
  );
  const last = before.length - 1;
  const x = scaleLinear<number>({ domain: [0, last], range: [BOX.left, WIDTH - BOX.right] });
  const y = scaleLinear<number>({
    domain: [-most, most],
    range: [HEIGHT - BOX.bottom - 2, BOX.top + 2],
  });

  const drawn = (curve: number[], when: "before" | "after") => (
    <LinePath
      data={curve}
      x={(_, i) => x(i)}
      y={(rad) => y(inDegrees(rad))}
      className={`${when}-line`}
    />
  );

  function scrub(event: React.PointerEvent<SVGSVGElement>) {
    if (event.buttons !== 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    const paper = ((event.clientX - box.left) / box.width) * WIDTH;
    onScrub(Math.round(Math.min(Math.max(x.invert(paper), 0), last)));
  }

  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      className="touch-none"
      role="img"
      aria-label="Lean over time, before and after."
      onPointerDown={scrub}
      onPointerMove={scrub}
    >
      <line className="pale-1" x1={BOX.left} x2={WIDTH - BOX.right} y1={y(0)} y2={y(0)} />
      {y.ticks(5).map((tick) => (
        <text key={tick} className="num pale" x={BOX.left - 6} y={y(tick) + 4} textAnchor="end">
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
      {drawn(before, "before")}
      {after && drawn(after, "after")}
      <line className="ink-1" x1={x(at)} x2={x(at)} y1={BOX.top} y2={HEIGHT - BOX.bottom} />
    </Drawing>
  );
}
