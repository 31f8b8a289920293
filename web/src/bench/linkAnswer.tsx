import { Drawing } from "../drawings/drawing";
import { degrees, grouped, tape } from "../drawings/quantity";
import { Answered, Figures, useAnswer } from "./answer";
import type { AnswerProps } from "./answer";

const WIDTH = 560;
const HEIGHT = 320;

/** Arm and link in the side view, with their angles. */
export function LinkAnswer({ fields }: AnswerProps) {
  const query = useAnswer("link", fields);
  return (
    <Answered query={query}>
      {(found) => {
        const { attitude } = found;
        const [tipX = 0, tipZ = 0] = attitude.tip_m;
        const wide = Math.max(found.forward_m, tipX, 0.05) - Math.min(0, tipX, found.forward_m);
        const top = Math.max(found.up_m, tipZ, 0);
        const tall = top - Math.min(0, tipZ, found.up_m) + 0.05;
        const scale = Math.min(360 / wide, 240 / tall);
        const at = (x: number, z: number) => ({ x: 90 + x * scale, y: 40 + (top - z) * scale });
        const [axis, tip, hole] = [at(0, 0), at(tipX, tipZ), at(found.forward_m, found.up_m)];
        return (
          <>
            <Drawing
              width={WIDTH}
              height={HEIGHT}
              className="max-w-2xl"
              role="img"
              aria-label={`Arm ${degrees(attitude.arm_rad)} above level, link ${degrees(attitude.link_rad)} from plumb.`}
            >
              <line
                className="pale-1"
                strokeDasharray="2 4"
                x1={axis.x}
                y1={axis.y}
                x2={axis.x + 400}
                y2={axis.y}
              />
              <line
                className="pale-1"
                strokeDasharray="2 4"
                x1={hole.x}
                y1={hole.y}
                x2={hole.x}
                y2={tip.y + 20}
              />
              <line
                className="ink-2"
                strokeWidth={9}
                x1={axis.x}
                y1={axis.y}
                x2={tip.x}
                y2={tip.y}
                data-testid="arm"
              />
              <line className="after-line" x1={tip.x} y1={tip.y} x2={hole.x} y2={hole.y} />
              {[axis, tip, hole].map((point, i) => (
                <circle
                  key={i}
                  cx={point.x}
                  cy={point.y}
                  r={6}
                  fill="var(--paper)"
                  stroke="var(--ink)"
                />
              ))}
              <text x={axis.x - 12} y={axis.y - 14} textAnchor="end">
                bar
              </text>
              <text x={hole.x + 12} y={hole.y + 4}>
                upper hole
              </text>
              <text className="num" x={(axis.x + tip.x) / 2} y={(axis.y + tip.y) / 2 + 24}>
                {degrees(attitude.arm_rad)} above level
              </text>
              <text className="num" x={(tip.x + hole.x) / 2 + 12} y={(tip.y + hole.y) / 2}>
                {degrees(attitude.link_rad)} from plumb
              </text>
            </Drawing>
            <Figures
              rows={[
                ["Arm above level", degrees(attitude.arm_rad)],
                ["Link from plumb", degrees(attitude.link_rad)],
                ["Between arm and link", degrees(attitude.between_rad)],
                ["Motion ratio, arm tip per axle", grouped(attitude.motion_ratio ?? 0, 3)],
                ["Link for a level arm", `${tape(found.level_link_m)}`],
              ]}
            />
            {attitude.over_centre && (
              <p className="mt-1 text-stop">
                Between arm and link there must be 30° to 150°: past that the link may go over
                centre.
              </p>
            )}
          </>
        );
      }}
    </Answered>
  );
}
