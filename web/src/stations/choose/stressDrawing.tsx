import { Drawing } from "../../drawings/drawing";
import { known } from "../../drawings/quantity";
import type { StressCurve } from "../../api/types";
import { grouped } from "../../drawings/quantity";
import { stressBand } from "./stressBand";

const WIDTH = 720;
const HEIGHT = 252;

type StressDrawingProps = { curve: StressCurve; holeWords: string };

/** The bar from above with its stress as a band beside it: the wider, the more. */
export function StressDrawing({ curve, holeWords }: StressDrawingProps) {
  const positions = curve.position_m;
  const across = Math.max(...positions.map(([, y = 0]) => Math.abs(y)), 0.1);
  const along = Math.max(...positions.map(([x = 0]) => x), 0.05);
  const scale = Math.min((WIDTH - 140) / (2 * across), 120 / along);
  const points = positions.map(([x = 0, y = 0]) => ({
    x: WIDTH / 2 + y * scale,
    y: 92 + x * scale,
  }));
  const most = curve.worst_pa || 1;
  const heights = curve.von_mises_pa.map((stress) => (stress / most) * 52);
  const worst = curve.von_mises_pa.indexOf(curve.worst_pa);
  const at = points[worst] ?? points[0];
  const mega = (pa: number) => grouped(pa / 1e6, 0);
  return (
    <figure>
      <Drawing
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={`Stress along the bar, ${holeWords}: at most ${mega(curve.worst_pa)} MPa.`}
      >
        <path
          d={stressBand(points, heights)}
          fill="var(--watch)"
          fillOpacity={0.22}
          stroke="var(--watch)"
          data-testid="stress-band"
        />
        <polyline
          points={points.map(({ x, y }) => `${x},${y}`).join(" ")}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={4}
          strokeLinejoin="round"
        />
        {at && (
          <g>
            <circle cx={at.x} cy={at.y} r={5} fill="var(--stop)" />
            <text className="num" x={at.x} y={HEIGHT - 16} textAnchor="middle">
              {mega(curve.worst_pa)} MPa here
            </text>
            <line className="pale-1" x1={at.x} x2={at.x} y1={at.y + 8} y2={HEIGHT - 30} />
          </g>
        )}
      </Drawing>
      <figcaption className="text-sm text-pale">
        {holeWords}; {known(curve.end_force_n, "force", 10)} at each end. The band is the von Mises
        stress, drawn outward from the bar.
      </figcaption>
    </figure>
  );
}
