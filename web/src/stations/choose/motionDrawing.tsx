import { Drawing } from "../../drawings/drawing";
import { useJobView } from "../../job/context";
import { AxleDrawing } from "../../drawings/axleDrawing";
import { bodyOutline, endFrame } from "../../drawings/endGeometry";
import { Ground } from "../../drawings/ground";
import { roundedPath } from "../../drawings/point";
import { degrees, inDegrees } from "../../drawings/quantity";
import { DRAWN_LARGER } from "./leanDrawing";

const WIDTH = 440;
const HEIGHT = 380;

/** The body from behind at one moment: dashed before, solid after. */
export function MotionDrawing({ before, after }: { before: number; after: number | null }) {
  const { job, state } = useJobView();
  if (state === undefined) return null;
  const ground = HEIGHT - 40;
  const pxPerM = Math.min(270 / job.sheet.roof_height_m.value, 110);
  const frame = endFrame(job.sheet, job.sheet.rear, pxPerM, WIDTH / 2, ground);
  const outline = roundedPath(bodyOutline(job.sheet.kind, frame), 15);
  const pivot = `${WIDTH / 2} ${ground - state.roll_axis_height_m * pxPerM}`;
  const turn = (rad: number) => `rotate(${inDegrees(rad) * DRAWN_LARGER} ${pivot})`;
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`Leaning ${degrees(before)} before${after === null ? "" : ` and ${degrees(after)} after`}, drawn three times as large.`}
    >
      <Ground left={70} right={WIDTH - 70} y={ground} />
      <AxleDrawing axle={job.sheet.rear} frame={frame} bars={[]} />
      <path
        d={outline}
        className="before-line"
        transform={turn(before)}
        data-testid="motion-before"
      />
      {after !== null && (
        <path
          d={outline}
          className="after-line"
          transform={turn(after)}
          data-testid="motion-after"
        />
      )}
      <text className="num" x={12} y={20} style={{ fill: "var(--before)" }}>
        before {degrees(before)}
      </text>
      {after !== null && (
        <text className="num" x={12} y={38} style={{ fill: "var(--after)" }}>
          after {degrees(after)}
        </text>
      )}
      <text className="pale" x={12} y={HEIGHT - 8}>
        from behind, lean drawn three times as large
      </text>
    </Drawing>
  );
}
