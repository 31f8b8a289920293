import { Drawing } from "../drawings/drawing";
import { bareKnown, caliper, tape } from "../drawings/quantity";
import { Answered, Figures, useAnswer } from "./answer";
import type { AnswerProps } from "./answer";

/** The section as it must be, with the band of the bore as two rings. */
export function BoreAnswer({ fields }: AnswerProps) {
  const query = useAnswer("bore", fields);
  return (
    <Answered query={query}>
      {(found) => {
        const scale = 90 / found.outside_diameter_m;
        return (
          <>
            <Drawing
              width={460}
              height={220}
              className="max-w-xl"
              role="img"
              aria-label={`Section with a bore of ${caliper(found.bore_m)}.`}
            >
              <circle
                cx={150}
                cy={110}
                r={90}
                fill="var(--after)"
                fillOpacity={0.25}
                stroke="var(--ink)"
                strokeWidth={2}
              />
              <circle
                cx={150}
                cy={110}
                r={found.bore_m * scale}
                fill="var(--paper)"
                stroke="var(--ink)"
                strokeWidth={2}
              />
              {[found.low_m, found.high_m].map((bore, i) => (
                <circle key={i} cx={150} cy={110} r={bore * scale} className="before-line" />
              ))}
              <text className="num" x={270} y={90}>
                ⌀ {caliper(found.outside_diameter_m)}
              </text>
              <text className="num" x={270} y={112}>
                bore {caliper(found.bore_m)}
              </text>
              <text className="pale" x={270} y={134}>
                dashed: what scale and tape allow
              </text>
            </Drawing>
            <Figures
              rows={[
                ["Bore", `${caliper(found.bore_m)}`],
                [
                  "It may be",
                  `${bareKnown(found.low_m, "small_length", 1e-4)} to ${caliper(found.high_m)}`,
                ],
              ]}
            />
            <p className="mt-1 text-sm text-pale">
              Near solid a small error of the scale is a large one of the bore. Weigh it clean,
              without links and brackets; within 1 % on the scale and {tape(0.004)} on the tape.
            </p>
          </>
        );
      }}
    </Answered>
  );
}
