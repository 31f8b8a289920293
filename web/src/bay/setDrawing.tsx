import type { SideReads } from "./readTape";

type SetDrawingProps = { side: string; now: SideReads; planned: SideReads };

const [WIDTH, HEIGHT, ARM, LINK] = [200, 120, 110, 60];

/** Arm and link of one side at ride height: as set, over as planned. */
export function SetDrawing({ side, now, planned }: SetDrawingProps) {
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing max-h-32 w-full"
      role="img"
      aria-label={`${side} arm and link as set, over as planned.`}
    >
      <line x1={0} x2={WIDTH} y1={HEIGHT / 2} y2={HEIGHT / 2} stroke="var(--line)" />
      <Pose reads={planned} stroke="var(--pale)" width={2} dashes="5 5" />
      <Pose reads={now} stroke="var(--after)" width={5} />
      <circle cx={30} cy={HEIGHT / 2} r={6} fill="var(--ink)" />
    </svg>
  );
}

type PoseProps = { reads: SideReads; stroke: string; width: number; dashes?: string };

function Pose({ reads: { armRad, linkRad }, stroke, width, dashes }: PoseProps) {
  if (armRad === null || linkRad === null) return null;
  const tip = { x: 30 + ARM * Math.cos(armRad), y: HEIGHT / 2 - ARM * Math.sin(armRad) };
  // A link's top forward along the arm is positive; up is where it leads.
  const top = { x: tip.x + LINK * Math.sin(linkRad), y: tip.y - LINK * Math.cos(linkRad) };
  return (
    <polyline
      points={`30,${HEIGHT / 2} ${tip.x},${tip.y} ${top.x},${top.y}`}
      fill="none"
      stroke={stroke}
      strokeWidth={width}
      strokeDasharray={dashes}
      strokeLinecap="round"
    />
  );
}
