import type { Rating } from "../api/types";

/** The shape of a part's rating: dotted ring, ring with tick, triangle, square, octagon. */
export function RatingMark({ rating }: { rating: Rating }) {
  const shapes = {
    unseen: <circle cx={10} cy={10} r={8} className="pale-1" strokeDasharray="2 3" />,
    good: (
      <>
        <circle cx={10} cy={10} r={8} className="ink-1" style={{ fill: "var(--paper)" }} />
        <path d="M6 10.5 L9 13.5 L14.5 6.5" className="ink-2" />
      </>
    ),
    watch: (
      <path d="M10 2 L19 18 L1 18 Z" fill="var(--paper)" stroke="var(--watch)" strokeWidth={2} />
    ),
    replace: <rect x={2} y={2} width={16} height={16} fill="var(--stop)" />,
    stop: <polygon points="6,1 14,1 19,6 19,14 14,19 6,19 1,14 1,6" fill="var(--stop)" />,
  };
  return (
    <svg viewBox="0 0 20 20" className="size-5 shrink-0" aria-hidden="true">
      {shapes[rating]}
    </svg>
  );
}
