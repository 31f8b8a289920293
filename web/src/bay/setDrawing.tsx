import type { SideReads } from "./readTape";

type SetDrawingProps = {
  side: string;
  /** None while nothing is read yet. */
  now: SideReads | null;
  planned: SideReads;
  /** Links lead up from the arm's tip. */
  up: boolean;
};

const [WIDTH, HEIGHT, ARM, LINK] = [200, 150, 110, 55];
/** Where the bar's axis is. */
const AXIS = { x: 30, y: HEIGHT / 2 };

/** Arm and link of one side at ride height: as set, over as planned. */
export function SetDrawing({ side, now, planned, up }: SetDrawingProps) {
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing max-h-32 w-full"
      role="img"
      aria-label={`${side} arm and link as set, over as planned.`}
    >
      <line x1={0} x2={WIDTH} y1={AXIS.y} y2={AXIS.y} stroke="var(--line)" />
      <Pose up={up} reads={planned} stroke="var(--pale)" width={2} dashes="5 5" />
      {now && <Pose up={up} reads={now} stroke="var(--after)" width={5} />}
      <circle cx={AXIS.x} cy={AXIS.y} r={6} fill="var(--ink)" />
    </svg>
  );
}

type PoseProps = { up: boolean; reads: SideReads; stroke: string; width: number; dashes?: string };

function Pose({ up, reads: { armRad, linkRad }, stroke, width, dashes }: PoseProps) {
  if (armRad === null || linkRad === null) return null;
  const tip = { x: AXIS.x + ARM * Math.cos(armRad), y: AXIS.y - ARM * Math.sin(armRad) };
  // A link's top forward along the arm is positive.
  const along = up ? LINK : -LINK;
  const far = { x: tip.x + along * Math.sin(linkRad), y: tip.y - along * Math.cos(linkRad) };
  return (
    <polyline
      points={`${AXIS.x},${AXIS.y} ${tip.x},${tip.y} ${far.x},${far.y}`}
      fill="none"
      stroke={stroke}
      strokeWidth={width}
      strokeDasharray={dashes}
      strokeLinecap="round"
    />
  );
}
