import { Drawing } from "../../drawings/drawing";
import type { AxleFitReport, StackPiece } from "../../api/types";
import { stackPlaces } from "./stackPlaces";

const [WIDTH, HEIGHT, MIDDLE] = [720, 130, 58];

/** Half height of each piece on paper, and how it is drawn. */
const LOOK: Record<StackPiece, { half: number; fill: string; dash?: string }> = {
  head: { half: 15, fill: "var(--ink)" },
  nut: { half: 15, fill: "var(--ink)" },
  washer: { half: 24, fill: "var(--pale)" },
  bushing: { half: 20, fill: "var(--paper)", dash: "2 2" },
  "long bushing": { half: 20, fill: "var(--paper)", dash: "2 2" },
  plate: { half: 36, fill: "var(--sheet)" },
  sleeve: { half: 9, fill: "var(--sheet)" },
};

type StackDrawingProps = {
  order: StackPiece[];
  report: NonNullable<AxleFitReport["stack"]>;
};

/** The pieces of a cushioned link in their order, to scale along the bolt. */
export function StackDrawing({ order, report }: StackDrawingProps) {
  const places = stackPlaces(order, report.thickness_m, WIDTH);
  return (
    <Drawing width={WIDTH} height={HEIGHT} role="img" aria-label={`Stack: ${order.join(", ")}.`}>
      <line
        x1={10}
        x2={WIDTH - 10}
        y1={MIDDLE}
        y2={MIDDLE}
        className="pale-1"
        strokeDasharray="10 3 2 3"
      />
      {order.map((piece, i) => {
        const { left, wide: width } = places[i] ?? { left: 0, wide: 0 };
        const look = LOOK[piece];
        const wrong = report.fault?.piece === i;
        return (
          <g key={i} data-testid={`piece-${i}`}>
            <rect
              x={left}
              y={MIDDLE - look.half}
              width={width}
              height={2 * look.half}
              rx={piece.endsWith("bushing") ? 6 : 1}
              style={{ fill: look.fill }}
              stroke={wrong ? "var(--stop)" : "var(--ink)"}
              strokeWidth={wrong ? 3 : 1}
              strokeDasharray={look.dash}
            />
            {(piece === "plate" || piece === "sleeve") && (
              <text className="pale" x={left + width / 2} y={MIDDLE + 52} textAnchor="middle">
                {piece}
              </text>
            )}
            {piece.endsWith("bushing") && width > 20 && (
              <text className="num" x={left + width / 2} y={MIDDLE + 34} textAnchor="middle">
                {Math.round((report.thickness_m[i] ?? 0) * 1e3)}
              </text>
            )}
            {wrong && (
              <text
                x={left + width / 2}
                y={MIDDLE - 42}
                textAnchor="middle"
                style={{ fill: "var(--stop)", fontWeight: 600 }}
              >
                here
              </text>
            )}
          </g>
        );
      })}
    </Drawing>
  );
}
