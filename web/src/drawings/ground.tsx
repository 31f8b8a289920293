type GroundProps = { left: number; right: number; y: number };

/** Ground line with hatch below. */
export function Ground({ left, right, y }: GroundProps) {
  const ticks = Array.from(
    { length: Math.floor((right - left) / 12) },
    (_, i) => left + 12 + i * 12,
  );
  return (
    <g aria-hidden="true">
      <line className="hatch-1" x1={left} x2={right} y1={y} y2={y} />
      {ticks.map((x) => (
        <line key={x} className="hatch-1" x1={x} y1={y + 1} x2={x - 7} y2={y + 8} />
      ))}
    </g>
  );
}
