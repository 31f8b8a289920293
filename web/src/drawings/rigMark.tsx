import type { RigKind } from "../api/types";

/** Side outlines by kind, front to the left, with the places of two axles. */
const OUTLINES: Record<RigKind, { body: string; axles: [number, number] }> = {
  motorhome: { body: "M4 34 V12 Q4 8 8 8 H92 V34 Z", axles: [19, 68] },
  coach: { body: "M4 34 V26 L16 20 L20 8 H90 V34 Z", axles: [17, 70] },
  pickup: { body: "M4 34 V24 L20 22 L30 13 H52 V23 H92 V34 Z", axles: [19, 74] },
  camper_pickup: { body: "M4 34 V24 L18 22 L22 8 H92 V24 V34 Z M30 14 H48 V22", axles: [19, 72] },
  wagon: { body: "M6 34 V25 L22 22 L34 11 H84 L90 24 V34 Z", axles: [22, 74] },
  van: { body: "M8 34 V26 L20 22 L30 12 H84 V34 Z", axles: [22, 70] },
};

/** A small side outline of a kind of vehicle. */
export function RigMark({ kind }: { kind: RigKind }) {
  const { body, axles } = OUTLINES[kind];
  return (
    <svg
      viewBox="0 0 96 44"
      className="w-full max-w-26"
      role="img"
      aria-label={kind.replace("_", " ")}
    >
      <path
        d={body}
        className="ink-1"
        strokeWidth={1.4}
        vectorEffect="non-scaling-stroke"
        style={{ fill: "var(--paper)" }}
      />
      {axles.map((x) => (
        <circle
          key={x}
          cx={x}
          cy={35}
          r={6.5}
          className="ink-2"
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
          style={{ fill: "var(--paper)" }}
        />
      ))}
    </svg>
  );
}
