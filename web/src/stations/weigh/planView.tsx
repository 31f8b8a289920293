import { useJobView } from "../../job/context";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { lengthwiseScale, sideFrame } from "../../drawings/sideGeometry";
import { LOAD_NAMES } from "../../api/generated/core";
import type { AxleName } from "../../api/types";

/** Two ride heights beside each other take so much [px]. */
const ROOM_FOR_RIDE = 300;
const WIDTH = 760;
const HEIGHT = 244;
const MIDDLE = 122;
const LEFT = 44;

type PlanViewProps = { stateIndex: number };

/** From above, front to the left: what each wheel carries in the load state looked at. */
export function PlanView({ stateIndex }: PlanViewProps) {
  const { job, loadKey } = useJobView();
  const { sheet } = job;
  const pxPerM = lengthwiseScale(sheet);
  const frame = sideFrame(sheet, pxPerM, LEFT, 0);
  const half = (sheet.width_m.value / 2) * pxPerM;
  const end = Math.max(frame.rearBumper, frame.rearAxle + 20);
  const axles: { name: AxleName; x: number }[] = [
    { name: "front", x: frame.frontAxle },
    { name: "rear", x: frame.rearAxle },
  ];

  const drawing = (
    <>
      <rect
        x={frame.frontBumper}
        y={MIDDLE - half}
        width={end - frame.frontBumper}
        height={2 * half}
        rx={10}
        className="ink-1"
        style={{ fill: "var(--paper)" }}
      />
      <line
        className="pale-1"
        strokeDasharray="14 4 3 4"
        x1={frame.frontBumper - 22}
        x2={end + 22}
        y1={MIDDLE}
        y2={MIDDLE}
      />
      <path className="pale-1" d={`M${frame.frontBumper - 30} ${MIDDLE} l10 -5 v10 z`} />
      <text className="pale" x={8} y={MIDDLE - 10}>
        front
      </text>
      <text className="pale" x={8} y={28}>
        right side
      </text>
      <text className="pale" x={8} y={HEIGHT - 18}>
        left side
      </text>
      {axles.map(({ name, x }) => (
        <Wheels key={name} x={x} name={name} pxPerM={pxPerM} />
      ))}
      <DimensionLine
        from={{ x: end + 34, y: MIDDLE - half }}
        to={{ x: end + 34, y: MIDDLE + half }}
        known={sheet.width_m.known}
      />
    </>
  );
  // Both pairs of ride heights stand between the axles where there is room for both.
  const between = Math.abs((axles[1]?.x ?? 0) - (axles[0]?.x ?? 0)) > ROOM_FOR_RIDE;
  return (
    <section aria-labelledby="plan-title">
      <h2 id="plan-title" className="font-semibold">
        From above, {LOAD_NAMES[loadKey].toLowerCase()}
      </h2>
      <SheetOfPaper
        width={WIDTH}
        height={HEIGHT}
        says="Plan view with the load under each wheel and each axle, and the ratings."
        drawing={drawing}
      >
        {axles.map(({ name, x }) => {
          const state = `load_states.${stateIndex}.${name}`;
          const side = name === "front" ? 1 : -1;
          const align = name === "front" ? "start" : "end";
          const out = (sheet[name].track_m.value / 2) * pxPerM + 26;
          return (
            <div key={name} className="contents">
              <Dimension place={`${state}_left_kg`} x={x} y={MIDDLE + out + 12} />
              <Dimension place={`${state}_right_kg`} x={x} y={MIDDLE - out - 12} />
              {(["left", "right"] as const).map((corner) => (
                <Dimension
                  key={corner}
                  place={`${state}_${corner}_height_m`}
                  x={x + (between ? side : 1) * 50}
                  y={MIDDLE + (corner === "left" ? 1 : -1) * (out + 12)}
                  caption="ride"
                  align={between ? align : "start"}
                  wanted
                />
              ))}
              <Dimension
                place={`${state}_kg`}
                x={x + side * 14}
                y={MIDDLE - 14}
                caption="axle"
                align={align}
              />
              <Dimension
                place={`${name}.rating_kg`}
                x={x + side * 14}
                y={MIDDLE + 14}
                caption="rated"
                align={align}
              />
            </div>
          );
        })}
        <Dimension
          place="rating_kg"
          x={end + 42}
          y={MIDDLE + 30}
          caption="vehicle rated"
          align="start"
        />
        <Dimension place="width_m" x={end + 42} y={MIDDLE} caption="width" align="start" />
      </SheetOfPaper>
    </section>
  );
}

type WheelsProps = { x: number; name: AxleName; pxPerM: number };

function Wheels({ x, name, pxPerM }: WheelsProps) {
  const { job } = useJobView();
  const axle = job.sheet[name];
  const half = (axle.track_m.value / 2) * pxPerM;
  const long = axle.wheel_centre_height_m.value * 2 * pxPerM;
  const wide = 0.22 * pxPerM;
  const pair = axle.dual_spacing_m ? (axle.dual_spacing_m.value / 2) * pxPerM : 0;
  const offsets = pair ? [-pair, pair] : [0];
  return (
    <g>
      <line className="ink-1" x1={x} x2={x} y1={MIDDLE - half} y2={MIDDLE + half} />
      {[-1, 1].flatMap((side) =>
        offsets.map((offset) => (
          <rect
            key={`${side} ${offset}`}
            x={x - long / 2}
            y={MIDDLE + side * half + offset - wide / 2}
            width={long}
            height={wide}
            rx={3}
            className="ink-2"
            style={{ fill: "var(--paper)" }}
          />
        )),
      )}
    </g>
  );
}
