import { Drawing } from "../../drawings/drawing";
import { useJobView } from "../../job/context";
import { AxleDrawing } from "../../drawings/axleDrawing";
import { bodyOutline, endFrame } from "../../drawings/endGeometry";
import { Ground } from "../../drawings/ground";
import { degrees, inDegrees, tape, weight } from "../../drawings/quantity";
import { roundedPath } from "../../drawings/point";

const WIDTH = 560;
const HEIGHT = 250;
const GROUND = 226;
const MIDDLE = 280;
const DRAWN_LARGER = 5;

/** From behind: the mass at the right, the lean the model says dashed, the lean read solid. */
export function RollTestDrawing() {
  const { job, practice } = useJobView();
  const { sheet } = job;
  const test = practice?.roll_test;
  const pxPerM = Math.min(190 / sheet.roof_height_m.value, 74);
  const frame = endFrame(sheet, sheet.rear, pxPerM, MIDDLE, GROUND);
  const outline = roundedPath(bodyOutline(sheet.kind, frame), 10);
  const pivot = `${MIDDLE} ${GROUND - sheet.rear.roll_centre_height_m.value * pxPerM}`;
  const turn = (rad: number) => `rotate(${inDegrees(rad) * DRAWN_LARGER} ${pivot})`;
  const model = test?.model_lean_rad ?? 0;
  const read = test?.read_lean_rad;
  const { mass_kg: mass, moved_m: moved } = sheet.roll_test;
  const at = MIDDLE + (moved?.value ?? 1) * pxPerM;
  const floor = frame.floor;
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`From behind with the mass moved to the right: the model says ${degrees(model, 2)}, read ${read == null ? "not yet" : degrees(read, 2)}.`}
    >
      <Ground left={90} right={WIDTH - 90} y={GROUND} />
      <AxleDrawing
        axle={sheet.rear}
        frame={frame}
        bars={sheet.rear.standard_bar ? [{ bar: sheet.rear.standard_bar.bar, chosen: false }] : []}
      />
      <path d={outline} className="before-line" transform={turn(model)} />
      {read != null && <path d={outline} className="after-line" transform={turn(read)} />}
      <g transform={turn(read ?? model)}>
        <rect
          x={at - 11}
          y={floor - 24}
          width={22}
          height={22}
          className="ink-2"
          style={{ fill: "var(--sheet)" }}
        />
        <path className="pale-1" strokeDasharray="3 3" d={`M${MIDDLE} ${floor - 13} H${at - 12}`} />
      </g>
      <text x={12} y={24}>
        model, dashed
      </text>
      <text className="num" x={12} y={42}>
        {test?.model_lean_rad == null ? "–" : degrees(model, 2)}
      </text>
      <text x={12} y={70}>
        read, solid
      </text>
      <text className="num" x={12} y={88}>
        {read == null ? "not yet" : degrees(read, 2)}
      </text>
      <text className="pale" x={WIDTH - 12} y={24} textAnchor="end">
        lean drawn five times as large
      </text>
      <text className="pale" x={WIDTH - 12} y={44} textAnchor="end">
        {mass && moved
          ? `${weight(mass.value)} moved ${tape(moved.value)}`
          : "enter the mass and its distance"}
      </text>
    </Drawing>
  );
}
