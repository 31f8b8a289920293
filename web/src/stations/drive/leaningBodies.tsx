import { AxleDrawing } from "../../drawings/axleDrawing";
import { Drawing } from "../../drawings/drawing";
import { bodyOutline, endFrame } from "../../drawings/endGeometry";
import { Ground } from "../../drawings/ground";
import { roundedPath } from "../../drawings/point";
import { degrees } from "../../drawings/quantity";
import { useJobView } from "../../job/context";
import type { Interval } from "../../api/types";

const WIDTH = 700;
const HEIGHT = 300;
const GROUND = 268;
const TOP = 52;
/** Small angles are drawn larger than true, and the page says so. */
const DRAWN_LARGER = 3;
/** The bend that both are drawn in [g]. */
const BEND_G = 0.3;

type LeaningBodiesProps = { measured: Interval; predicted: Interval };

/** The body in a bend of 0.3 g as it was measured, beside the same as it was predicted. */
export function LeaningBodies({ measured, predicted }: LeaningBodiesProps) {
  const { job, state } = useJobView();
  const pxPerM = Math.min((GROUND - TOP) / job.sheet.roof_height_m.value, 96);
  const axis = (state?.roll_axis_height_m ?? 0.6) * pxPerM;
  const lean = (one: Interval) => ((one.value * BEND_G) / 180) * Math.PI;
  const bodies = [
    { name: "as measured", one: measured, middle: 190, look: "after-line" },
    { name: "as predicted", one: predicted, middle: 510, look: "before-line" },
  ];
  return (
    <section aria-labelledby="bodies-title">
      <h2 id="bodies-title" className="font-semibold">
        In a bend of 0.3 g <span className="font-normal text-pale">drawn three times as large</span>
      </h2>
      <Drawing
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={`In a bend of 0.3 g it leans ${degrees(lean(measured))} as measured and ${degrees(lean(predicted))} as predicted.`}
      >
        <Ground left={50} right={650} y={GROUND} />
        {bodies.map(({ name, one, middle, look }) => {
          const frame = endFrame(job.sheet, job.sheet.rear, pxPerM, middle, GROUND);
          return (
            <g key={name}>
              <AxleDrawing axle={job.sheet.rear} frame={frame} bars={[]} />
              <path
                d={roundedPath(bodyOutline(job.sheet.kind, frame), 12)}
                className={look}
                fill="none"
                data-testid={`body ${name}`}
                data-lean={lean(one)}
                transform={`rotate(${((lean(one) * 180) / Math.PI) * DRAWN_LARGER} ${middle} ${GROUND - axis})`}
              />
              <circle cx={middle} cy={GROUND - axis} r={3} className="ink-1" />
              <text x={middle} y={26} textAnchor="middle">
                {name}
              </text>
              <text x={middle} y={GROUND + 26} textAnchor="middle" className="num">
                {degrees(lean(one))}
              </text>
            </g>
          );
        })}
      </Drawing>
    </section>
  );
}
