import { scaleLinear } from "@visx/scale";
import type { Quantiles } from "../../api/types";
import { Drawing } from "../../drawings/drawing";

type QuoteBandProps = { name: string; band: Quantiles; say: (value: number) => string };

const [WIDTH, HEIGHT] = [640, 96];

/** A band as it is told an owner: eight of ten inside, the middle marked. */
export function QuoteBand({ name, band, say }: QuoteBandProps) {
  const { p10, p50, p90 } = band;
  const room = Math.max(p90 - p10, p50 * 0.05);
  const x = scaleLinear<number>({ domain: [p10 - room * 0.4, p90 + room * 0.4], range: [20, 620] });
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`${name}: ${say(p10)} to ${say(p90)}, middle ${say(p50)}.`}
    >
      <text x={20} y={18} className="font-semibold">
        {name}
      </text>
      <line className="pale-1" x1={20} x2={620} y1={54} y2={54} />
      <rect x={x(p10)} y={44} width={x(p90) - x(p10)} height={20} fill="var(--after)" />
      <line x1={x(p50)} x2={x(p50)} y1={36} y2={72} stroke="var(--ink)" strokeWidth={2} />
      <text className="num" x={x(p50)} y={32} textAnchor="middle">
        {say(p50)}
      </text>
      <text className="num" x={x(p10)} y={84} textAnchor="middle">
        {say(p10)}
      </text>
      <text className="num" x={x(p90)} y={84} textAnchor="middle">
        {say(p90)}
      </text>
    </Drawing>
  );
}
