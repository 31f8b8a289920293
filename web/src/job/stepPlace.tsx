import type { Sheet, WorkStep } from "../api/types";
import { Drawing } from "../drawings/drawing";
import { Undercarriage } from "../drawings/undercarriage";
import { partPoint, underFrame } from "../drawings/undercarriageGeometry";
import { spotsOf } from "./steps";

/** The whole vehicle from below, and the window on it that shows one end [px]. */
const [WHOLE, WIDTH, HEIGHT] = [900, 440, 368];

/** The end that a step is at from below, its place lit; nothing for a step of the whole vehicle. */
export function StepPlace({ sheet, step }: { sheet: Sheet; step: WorkStep }) {
  if (!step.axle) return null;
  const frame = underFrame(sheet, WHOLE, HEIGHT);
  const left = frame.axleX[step.axle] - WIDTH / 2;
  const named = step.spot?.replaceAll("_", " ") ?? "";
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`The ${step.axle} end from below${named ? `, the ${named} marked` : ""}.`}
    >
      <g transform={`translate(${-left} 0)`}>
        <Undercarriage sheet={sheet} frame={frame} />
        {spotsOf(step).map((spot) => {
          const { x, y } = partPoint(frame, spot);
          return (
            <g key={spot} data-testid="step-spot">
              <circle cx={x} cy={y} r={17} fill="var(--after)" opacity={0.25} />
              <circle cx={x} cy={y} r={17} fill="none" stroke="var(--after)" strokeWidth={3} />
            </g>
          );
        })}
      </g>
    </Drawing>
  );
}
