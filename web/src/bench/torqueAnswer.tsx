import { Drawing } from "../drawings/drawing";
import { scaleLinear } from "@visx/scale";
import { NEWTON_METRES_A_FOOT_POUND } from "../api/generated/core";
import { grouped } from "../drawings/quantity";
import { Answered, Figures, useAnswer } from "./answer";
import type { AnswerProps } from "./answer";

const WIDTH = 560;

/** The torque on a scale: the band to aim at, where the bolt stretches, and the sheet's own. */
export function TorqueAnswer({ fields }: AnswerProps) {
  const query = useAnswer("torque", fields);
  return (
    <Answered query={query}>
      {({ torque: found, sheet_n_m: sheet }) => {
        const most = Math.max(found.at_proof_n_m, sheet ?? 0) * 1.15;
        const x = scaleLinear<number>({
          domain: [0, most],
          range: [20, WIDTH - 20],
          clamp: true,
        });
        const both = (torque: number) =>
          `${grouped(torque, torque < 20 ? 1 : 0)} N·m, ${grouped(torque / NEWTON_METRES_A_FOOT_POUND, torque < 20 ? 1 : 0)} lbf·ft`;
        const colour = { stop: "text-stop", warn: "text-watch", fits: "", "": "" };
        return (
          <>
            <Drawing
              width={WIDTH}
              height={110}
              className="max-w-2xl"
              role="img"
              aria-label={`Aim at ${both(found.target_n_m)}; it stretches at ${both(found.at_proof_n_m)}.`}
            >
              <line className="ink-1" x1={20} x2={WIDTH - 20} y1={60} y2={60} />
              <line
                className="after-line"
                x1={x(found.target_n_m)}
                x2={x(found.target_n_m)}
                y1={40}
                y2={80}
              />
              <path d={`M${x(found.at_proof_n_m)} 36 V84`} stroke="var(--stop)" strokeWidth={3} />
              <text className="num" x={x(found.target_n_m)} y={32} textAnchor="middle">
                {grouped(found.target_n_m, 0)}
              </text>
              <text x={x(found.at_proof_n_m) + 8} y={50}>
                stretches
              </text>
              {sheet !== null && (
                <g>
                  <path d={`M${x(sheet)} 78 l7 12 h-14 Z`} fill="var(--ink)" />
                  <text className="num" x={x(sheet)} y={104} textAnchor="middle">
                    sheet {grouped(sheet, 0)}
                  </text>
                </g>
              )}
            </Drawing>
            <Figures
              rows={[
                ["Aim at", both(found.target_n_m)],
                ["Stretches for good at", both(found.at_proof_n_m)],
                [
                  "Clamping force",
                  `${grouped(found.preload_n / 1e3, 1)} kN, as the thread varies ${grouped(found.scatter * 100, 0)} % more or less`,
                ],
              ]}
            />
            {found.sheet_says && (
              <p
                data-testid="sheet-says"
                className={`mt-1 ${colour[found.sheet_kind as keyof typeof colour]}`}
              >
                {found.sheet_says}
              </p>
            )}
            <p className="mt-1 text-sm text-pale">
              The sheet comes first where it is plausible. Bushinged joints are tightened to a
              slight bulge instead. Anti-seize lowers the torque; never use it with thread-lock.
            </p>
          </>
        );
      }}
    </Answered>
  );
}
