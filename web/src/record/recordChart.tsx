import { scaleLinear } from "@visx/scale";
import { RIG_CLASSES } from "../api/generated/core";
import type { RecordRow } from "../api/types";
import { Drawing } from "../drawings/drawing";

const SIZE = 620;
const BOX = { left: 54, right: 20, top: 14, bottom: 46 };
/** Each kind its own shape, so that it reads in grey. */
const SHAPES = ["circle", "square", "triangle", "diamond", "cross", "ring"] as const;

/** Predicted against measured, each with its band; on the line they agree. */
export function RecordChart({ rows }: { rows: RecordRow[] }) {
  const all = rows.flatMap(({ predicted, measured }) => [predicted, measured]);
  const low = Math.floor(Math.min(...all.map((one) => one.low)));
  const high = Math.ceil(Math.max(...all.map((one) => one.high)));
  const x = scaleLinear<number>({ domain: [low, high], range: [BOX.left, SIZE - BOX.right] });
  const y = scaleLinear<number>({ domain: [low, high], range: [SIZE - BOX.bottom, BOX.top] });
  const kinds = [...new Set(rows.map(({ rig_kind }) => rig_kind))];
  const held = rows.filter((row) => row.held).length;
  return (
    <div>
      <Drawing
        width={SIZE}
        height={SIZE}
        role="img"
        aria-label={`Measured over predicted roll gradient of ${rows.length} jobs; ${held} lie within their bands of the line.`}
      >
        <line className="before-line" x1={x(low)} y1={y(low)} x2={x(high)} y2={y(high)} />
        {x.ticks(6).map((tick) => (
          <g key={tick}>
            <text className="num pale" x={x(tick)} y={SIZE - BOX.bottom + 18} textAnchor="middle">
              {tick}
            </text>
            <text className="num pale" x={BOX.left - 8} y={y(tick) + 4} textAnchor="end">
              {tick}
            </text>
          </g>
        ))}
        <line className="ink-1" x1={x(low)} x2={x(high)} y1={y(low)} y2={y(low)} />
        <line className="ink-1" x1={x(low)} x2={x(low)} y1={y(low)} y2={y(high)} />
        <text className="pale" x={SIZE - BOX.right} y={SIZE - 8} textAnchor="end">
          predicted lean, °/g
        </text>
        <text className="pale" x={BOX.left + 6} y={BOX.top + 10}>
          measured lean, °/g
        </text>
        {rows.map((row) => (
          <g key={row.job} stroke={row.held ? "var(--after)" : "var(--stop)"}>
            <title>{`job ${row.job}`}</title>
            <line
              opacity={0.35}
              x1={x(row.predicted.low)}
              x2={x(row.predicted.high)}
              y1={y(row.measured.value)}
              y2={y(row.measured.value)}
            />
            <line
              opacity={0.35}
              x1={x(row.predicted.value)}
              x2={x(row.predicted.value)}
              y1={y(row.measured.low)}
              y2={y(row.measured.high)}
            />
            <Mark
              shape={SHAPES[kinds.indexOf(row.rig_kind) % SHAPES.length] ?? "circle"}
              x={x(row.predicted.value)}
              y={y(row.measured.value)}
            />
          </g>
        ))}
      </Drawing>
      <ul className="flex flex-wrap gap-x-5 text-sm">
        {kinds.map((kind, i) => (
          <li key={kind} className="flex items-center gap-2">
            <svg viewBox="-8 -8 16 16" className="size-4" stroke="var(--ink)" aria-hidden="true">
              <Mark shape={SHAPES[i % SHAPES.length] ?? "circle"} x={0} y={0} />
            </svg>
            {RIG_CLASSES[kind].label}
          </li>
        ))}
        <li className="text-pale">
          dashed: as predicted; bands are 95 of 100; brick: it did not hold
        </li>
      </ul>
    </div>
  );
}

type MarkProps = { shape: (typeof SHAPES)[number]; x: number; y: number };

function Mark({ shape, x, y }: MarkProps) {
  const look = { fill: "var(--paper)", strokeWidth: 2 };
  if (shape === "circle") return <circle cx={x} cy={y} r={5} {...look} />;
  if (shape === "ring") return <circle cx={x} cy={y} r={6.5} {...look} strokeDasharray="3 2" />;
  const points = {
    square: [-5, -5, 5, -5, 5, 5, -5, 5],
    triangle: [0, -6, 6, 5, -6, 5],
    diamond: [0, -6.5, 6.5, 0, 0, 6.5, -6.5, 0],
    cross: [-2, -6, 2, -6, 2, -2, 6, -2, 6, 2, 2, 2, 2, 6, -2, 6, -2, 2, -6, 2, -6, -2, -2, -2],
  }[shape];
  return <polygon points={points.map((at, i) => at + (i % 2 === 0 ? x : y)).join(" ")} {...look} />;
}
