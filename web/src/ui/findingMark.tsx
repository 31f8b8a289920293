import type { Finding } from "../api/types";

const OCTAGON = "6,1 14,1 19,6 19,14 14,19 6,19 1,14 1,6";

/** The shape of a finding's kind: circle, triangle, square, octagon. */
export function FindingMark({ kind }: { kind: Finding["kind"] }) {
  const shapes = {
    note: <circle cx={10} cy={10} r={8} fill="none" stroke="currentColor" strokeWidth={2} />,
    watch: <path d="M10 2 L19 18 L1 18 Z" fill="none" stroke="currentColor" strokeWidth={2} />,
    fix: <rect x={2} y={2} width={16} height={16} fill="currentColor" />,
    stop: <polygon points={OCTAGON} fill="currentColor" />,
  };
  const colour = { note: "text-ink", watch: "text-watch", fix: "text-stop", stop: "text-stop" };
  return (
    <svg
      viewBox="0 0 20 20"
      className={`mt-0.5 size-[18px] shrink-0 ${colour[kind]}`}
      role="img"
      aria-label={kind}
    >
      {shapes[kind]}
    </svg>
  );
}
