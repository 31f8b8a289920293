type BoltsProps = { order: number[]; left: number[]; bolt: number };

const [WIDTH, HEIGHT, RADIUS] = [320, 120, 22];

/** Bolts of a joint as they lie, the next one lit; from four on a line crosses to it. */
export function Bolts({ order, left, bolt }: BoltsProps) {
  const count = order.length;
  const half = Math.ceil(count / 2);
  const rows = count >= 4 ? 2 : 1;
  const place = (one: number) => {
    const inRow = rows === 1 ? count : half;
    const across = (one - 1) % inRow;
    return {
      x: (WIDTH * (across + 0.5)) / inRow,
      // The one across a bolt lies under the bolt after it: the way crosses.
      y: rows === 1 || one <= half ? HEIGHT / (rows + 1) : (2 * HEIGHT) / 3,
    };
  };
  const before = order[order.indexOf(bolt) - 1];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing my-2 max-h-36 w-full"
      role="img"
      aria-label={`Bolt ${bolt} next, in the order ${order.join(", ")}.`}
    >
      {before !== undefined && (
        <line
          x1={place(before).x}
          y1={place(before).y}
          x2={place(bolt).x}
          y2={place(bolt).y}
          stroke="var(--pale)"
          strokeDasharray="5 5"
        />
      )}
      {order.map((one) => {
        const { x, y } = place(one);
        const next = one === bolt;
        return (
          <g key={one}>
            <circle
              cx={x}
              cy={y}
              r={RADIUS}
              fill={left.includes(one) ? "var(--paper)" : "var(--after)"}
              stroke={next ? "var(--after)" : "var(--pale)"}
              strokeWidth={next ? 4 : 1}
            />
            <text
              x={x}
              y={y + 6}
              textAnchor="middle"
              style={{ fontSize: 18, fill: left.includes(one) ? undefined : "var(--after-ink)" }}
            >
              {one}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
