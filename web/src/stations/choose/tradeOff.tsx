import { useMoney } from "../../job/money";
import { Drawing } from "../../drawings/drawing";
import { degrees, inDegrees, percent } from "../../drawings/quantity";
import type { NamedSet } from "./sets";
import { setWords } from "./sets";
import { nearestTowards, spread } from "./tradeOffGeometry";

const WIDTH = 720;
const HEIGHT = 400;
const BOX = { left: 62, right: 16, top: 14, bottom: 44 };

type TradeOffProps = {
  sets: NamedSet[];
  state: number;
  picked: NamedSet;
  recommended: number | null;
  onPick: (at: number) => void;
};

/**
 * Lean against front–rear balance, price as size. Solid meets every wish, hollow fails one, ringed is
 * beaten by none in lean, balance and price at once; arrows go from point to point.
 */
export function TradeOff({ sets, state, picked, recommended, onPick }: TradeOffProps) {
  const money = useMoney();
  const leans = sets.map(({ set }) => inDegrees(set.lean_rad[state] ?? 0));
  const shares = sets.map(({ set }) => (set.front_share[state] ?? 0) * 100);
  const x = spread(leans, BOX.left, WIDTH - BOX.right);
  const y = spread(shares, HEIGHT - BOX.bottom, BOX.top);
  const dearest = Math.max(...sets.map(({ set }) => set.price), 1);
  const points = sets.map((one, i) => ({
    one,
    x: x(leans[i] ?? 0),
    y: y(shares[i] ?? 0),
    r: 2.5 + 7 * (one.set.price / dearest),
  }));

  function onKeyDown(event: React.KeyboardEvent) {
    const towards = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
      event.key
    ] as [number, number] | undefined;
    if (towards === undefined) return;
    event.preventDefault();
    const here = points.findIndex(({ one }) => one.at === picked.at);
    const next = points[nearestTowards(points, here, towards)];
    if (next) onPick(next.one.at);
  }

  return (
    <div>
      <h2 className="font-semibold">
        Lean against balance{" "}
        <span className="font-normal text-pale">{LEGEND}; arrows go from one to the next</span>
      </h2>
      <Drawing
        width={WIDTH}
        height={HEIGHT}
        role="application"
        aria-label="Trade-off of all sets"
        aria-roledescription="trade-off picture"
        tabIndex={0}
        onKeyDown={onKeyDown}
      >
        <path
          className="ink-1"
          d={`M${BOX.left} ${BOX.top} V${HEIGHT - BOX.bottom} H${WIDTH - BOX.right}`}
        />
        {x.ticks(5).map((tick) => (
          <text key={tick} className="num pale" x={x(tick)} y={HEIGHT - 28} textAnchor="middle">
            {tick}°
          </text>
        ))}
        {y.ticks(5).map((tick) => (
          <text key={tick} className="num pale" x={BOX.left - 6} y={y(tick) + 4} textAnchor="end">
            {tick} %
          </text>
        ))}
        <text className="pale" x={WIDTH - BOX.right} y={HEIGHT - 8} textAnchor="end">
          lean at 0.3 g
        </text>
        <text className="pale" x={BOX.left + 8} y={BOX.top + 4}>
          front–rear balance: front share of load transfer
        </text>
        {[...points].sort(failingFirst).map(({ one, ...at }) => (
          <g
            key={`${one.set.front} ${one.set.rear}`}
            data-set={one.at}
            onClick={() => onPick(one.at)}
            className="cursor-pointer"
          >
            <title>{setWords(one)}</title>
            {one.set.undominated && (
              <circle cx={at.x} cy={at.y} r={at.r + 3} className="ink-1" strokeDasharray="1 2" />
            )}
            <circle
              cx={at.x}
              cy={at.y}
              r={at.r}
              fill={one.set.failed.length === 0 ? "var(--after)" : "var(--paper)"}
              fillOpacity={one.set.failed.length === 0 ? 0.55 : 0.4}
              stroke={one.set.failed.length === 0 ? "var(--ink)" : "var(--before)"}
            />
            {one.at === recommended && (
              <path d={`M${at.x} ${at.y - at.r - 16} l5 9 h-10 Z`} fill="var(--ink)" />
            )}
          </g>
        ))}
        <Picked point={points.find(({ one }) => one.at === picked.at)} />
      </Drawing>
      <p className="sr-only" aria-live="polite">
        {setWords(picked)}, lean {degrees(picked.set.lean_rad[state] ?? 0)}, front–rear balance{" "}
        {percent(picked.set.front_share[state] ?? 0)}, price {money(picked.set.price)}
      </p>
    </div>
  );
}

/** What meets every wish lies on top of what does not. */
const failingFirst = (a: { one: NamedSet }, b: { one: NamedSet }) =>
  Number(b.one.set.failed.length > 0) - Number(a.one.set.failed.length > 0);

const LEGEND =
  "larger is dearer, filled meets every wish, dotted ring is beaten by none, ▴ recommended";

/** Crosshair on the one picked. */
function Picked({ point }: { point: { x: number; y: number; r: number } | undefined }) {
  if (point === undefined) return null;
  const { x, y, r } = point;
  const cross = `M${x - r - 12} ${y} h8 M${x + r + 4} ${y} h8 M${x} ${y - r - 12} v8 M${x} ${y + r + 4} v8`;
  return (
    <g data-testid="picked-point" fill="none">
      {/* On paper of its own, so that it stands out of a crowd. */}
      {[
        { stroke: "var(--paper)", strokeWidth: 6 },
        { stroke: "var(--ink)", strokeWidth: 2 },
      ].map((look) => (
        <g key={look.stroke} {...look}>
          <circle cx={x} cy={y} r={r + 1} />
          <path d={cross} />
        </g>
      ))}
    </g>
  );
}
