import { Drawing } from "../drawings/drawing";
import { caliper } from "../drawings/quantity";
import { Answered, Figures, useAnswer } from "./answer";
import type { AnswerProps } from "./answer";

const WIDTH = 560;

/** The drills in order, drawn as the holes they leave, and the sizes by name. */
export function DrillAnswer({ fields }: AnswerProps) {
  const query = useAnswer("drill", fields);
  return (
    <Answered query={query}>
      {(found) => {
        const largest = Math.max(...found.steps_m);
        const scale = 34 / largest;
        const apart = (WIDTH - 100) / Math.max(found.steps_m.length - 1, 1);
        const names = found.thread.metric
          ? ["fine", "medium", "coarse"]
          : ["close", "normal", "loose"];
        return (
          <>
            <Drawing
              width={WIDTH}
              height={130}
              className="max-w-2xl"
              role="img"
              aria-label={`Drills in order: ${found.steps_m.map(caliper).join(", ")}.`}
            >
              <rect x={4} y={8} width={WIDTH - 8} height={88} className="ink-1" />
              {found.steps_m.map((step, i) => (
                <g key={step}>
                  <circle
                    cx={50 + i * apart}
                    cy={52}
                    r={step * scale}
                    fill="var(--sheet)"
                    stroke="var(--ink)"
                    strokeWidth={2}
                  />
                  <text className="num" x={50 + i * apart} y={116} textAnchor="middle">
                    {caliper(step)}
                  </text>
                </g>
              ))}
            </Drawing>
            <Figures
              rows={[
                ["Thread", found.thread.name],
                ["Tap drill", caliper(found.tap_drill_m)],
                [
                  "For a wire insert",
                  `${caliper(found.insert_drill_m)}, tapped with the insert’s own tap`,
                ],
                ...found.clearance_m.map((hole, i): [string, string] => [
                  `Clearance, ${names[i] ?? ""}`,
                  caliper(hole),
                ]),
              ]}
            />
            <p className="mt-1 text-sm text-pale">
              Frame drilling follows the chassis maker&rsquo;s rules: no holes in flanges of
              heat-treated frames. A backing block saves the wiring behind; eye protection; deburr
              and paint.
            </p>
          </>
        );
      }}
    </Answered>
  );
}
