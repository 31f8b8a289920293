import { Drawing } from "../../drawings/drawing";
import { AxisBottom, AxisLeft } from "@visx/axis";
import { scaleLinear } from "@visx/scale";
import { LinePath } from "@visx/shape";
import { inDegrees, roadSpeed } from "../../drawings/quantity";
import { AXIS, AXIS_LABEL, UPRIGHT_LABEL } from "../../drawings/axes";
import { useJobView } from "../../job/context";
import type { Condition } from "./condition";
import { readingAt } from "./condition";

type CurvesProps = { condition: Condition };

/** Lean over the bend, and over the wind at the road speed looked at. */
export function Curves({ condition }: CurvesProps) {
  const { assessment, state } = useJobView();
  const evaluation = assessment?.evaluation;
  if (!evaluation || state === undefined) return null;
  const over = (at: (value: number) => Condition, most: number) =>
    Array.from({ length: 51 }, (_, i) => {
      const value = (most * i) / 50;
      const lean = (when: "before" | "after") =>
        inDegrees(readingAt(evaluation, state[when], at(value)).leanRad);
      return { value, before: lean("before"), after: lean("after") };
    });
  const bend = over((bendG) => ({ ...condition, bendG, windMps: 0 }), 0.5);
  const wind = over((windMps) => ({ ...condition, bendG: 0, windMps }), 25);
  return (
    <div className="grid gap-4 sm:grid-cols-2">
      <Chart title="Lean in a bend" unit="g" points={bend} at={condition.bendG} />
      <Chart
        title={`Lean in a side wind at ${roadSpeed(condition.roadKmh / 3.6)}`}
        unit="m/s"
        points={wind}
        at={condition.windMps}
      />
    </div>
  );
}

type CurvePoint = { value: number; before: number; after: number };
type ChartProps = { title: string; unit: string; points: CurvePoint[]; at: number };

const BOX = { width: 370, height: 190, left: 40, right: 14, top: 10, bottom: 38 };

/** Before dashed, after solid, and a line where the slider stands. */
function Chart({ title, unit, points, at }: ChartProps) {
  const x = scaleLinear({
    domain: [0, points.at(-1)?.value ?? 1],
    range: [BOX.left, BOX.width - BOX.right],
  });
  const y = scaleLinear({
    domain: [0, Math.max(1, ...points.map(({ before, after }) => Math.max(before, after)))],
    range: [BOX.height - BOX.bottom, BOX.top],
    nice: true,
  });
  return (
    <figure>
      <figcaption className="text-sm">{title}</figcaption>
      <Drawing
        width={BOX.width}
        height={BOX.height}
        role="img"
        aria-label={`${title}, before and after`}
      >
        <AxisBottom
          {...AXIS}
          top={BOX.height - BOX.bottom}
          scale={x}
          label={unit}
          labelProps={AXIS_LABEL}
          tickLabelProps={AXIS_LABEL}
        />
        <AxisLeft
          {...AXIS}
          left={BOX.left}
          scale={y}
          tickLabelProps={UPRIGHT_LABEL}
          tickFormat={(v) => `${v.toString()}°`}
        />
        <line
          className="pale-1"
          x1={x(at)}
          x2={x(at)}
          y1={BOX.top}
          y2={BOX.height - BOX.bottom}
          strokeDasharray="1 3"
        />
        <LinePath
          data={points}
          x={(p) => x(p.value)}
          y={(p) => y(p.before)}
          className="before-line"
        />
        <LinePath
          data={points}
          x={(p) => x(p.value)}
          y={(p) => y(p.after)}
          className="after-line"
        />
      </Drawing>
    </figure>
  );
}
