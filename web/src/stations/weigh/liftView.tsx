import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { LOAD_NAMES } from "../../api/generated/core";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { Ground } from "../../drawings/ground";
import { pathOf, turned } from "../../drawings/point";
import { profileOutline, sideFrame } from "../../drawings/sideGeometry";
import { Pick } from "../../ui/pick";

const WIDTH = 760;
const HEIGHT = 230;
const GROUND = 196;

/** The vehicle with its rear raised, and the front axle weighed again. */
export function LiftView() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { sheet } = job;
  const length = sheet.profile.blocks.reduce((sum, block) => sum + block.length_m.value, 0);
  const tallest = Math.max(...sheet.profile.blocks.map(({ top_m }) => top_m.value));
  const frame = sideFrame(sheet, Math.min(420 / length, 120 / tallest), 150, GROUND);
  const rise = sheet.lift_weighing.rise_m?.value ?? 0.6;
  const angle = -Math.asin(Math.min(0.9, rise / sheet.wheelbase_m.value));
  const hub = GROUND - sheet.front.wheel_centre_height_m.value * frame.pxPerM;
  const pivot = { x: frame.frontAxle, y: hub };
  const rearHub = turned({ x: frame.rearAxle, y: hub }, pivot, angle);
  const radius = sheet.rear.wheel_centre_height_m.value * frame.pxPerM;
  const right = rearHub.x + radius + 30;
  const drawing = (
    <>
      <Ground left={16} right={WIDTH - 16} y={GROUND} />
      <path
        d={pathOf(profileOutline(frame).map((point) => turned(point, pivot, angle)))}
        className="ink-1"
      />
      <circle cx={pivot.x} cy={pivot.y} r={hub - GROUND < 0 ? GROUND - hub : 1} className="ink-2" />
      <circle cx={rearHub.x} cy={rearHub.y} r={radius} className="ink-2" />
      <path
        className="ink-1"
        d={`M${rearHub.x - 16} ${rearHub.y + radius} h32 v${GROUND - rearHub.y - radius} h-32 z`}
      />
      <DimensionLine
        from={{ x: right, y: GROUND }}
        to={{ x: right, y: rearHub.y + radius }}
        known={sheet.lift_weighing.rise_m?.known ?? "default"}
      />
    </>
  );
  return (
    <section aria-label="Weighing with the rear raised">
      <div className="grid items-end gap-x-4 sm:grid-cols-[1fr_15rem]">
        <h2 className="font-semibold">
          By raising the rear{" "}
          <span className="font-normal text-pale">springs blocked, tanks full or empty</span>
        </h2>
        <Pick
          label="Done"
          value={sheet.lift_weighing.state ?? "trip_ready"}
          options={sheet.load_states.map(({ key }) => ({
            value: key,
            text: LOAD_NAMES[key].toLowerCase(),
          }))}
          disabled={!writable}
          onChange={(key) => void writes.enterOnSheet("lift_weighing.state", key, "measured")}
        />
      </div>
      <SheetOfPaper
        width={WIDTH}
        height={HEIGHT}
        says="Side view with the rear wheels raised, the rise and the front axle load."
        drawing={drawing}
      >
        <Dimension
          place="lift_weighing.raised_front_kg"
          x={pivot.x}
          y={GROUND + 22}
          caption="front axle"
          wanted
        />
        <Dimension
          place="lift_weighing.rise_m"
          x={right + 8}
          y={GROUND - 20}
          caption="raised"
          align="start"
          wanted
        />
      </SheetOfPaper>
      <p className="text-xs text-pale">
        Front chocks hold; a parking brake on the rear holds nothing once it is up. Raise it where
        the chassis maker allows, on rated stands.
      </p>
    </section>
  );
}
