import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { Ground } from "../../drawings/ground";
import { pathOf } from "../../drawings/point";
import { profileOutline, sideFrame } from "../../drawings/sideGeometry";
import { Pick } from "../../ui/pick";

const WIDTH = 560;
const HEIGHT = 190;
const GROUND = 128;

const HITCHES = [
  { value: "none", text: "nothing" },
  { value: "tongue", text: "on a ball behind" },
  { value: "pin", text: "on a pin in the bed" },
];

/** What a trailer puts on the vehicle, and where. */
export function TowView() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { sheet } = job;
  const { hitch, behind_rear_axle_m: behind } = sheet.tow;
  const length = sheet.profile.blocks.reduce((sum, block) => sum + block.length_m.value, 0);
  const pxPerM = 330 / length;
  const frame = sideFrame(sheet, pxPerM, 30, GROUND);
  const at = frame.rearAxle + (behind?.value ?? (hitch === "pin" ? -0.1 : 1.3)) * pxPerM;
  const height = GROUND - (hitch === "pin" ? 1.2 : 0.55) * pxPerM;
  const drawing = (
    <>
      <Ground left={8} right={WIDTH - 8} y={GROUND} />
      <path d={pathOf(profileOutline(frame))} className="pale-1" />
      {[frame.frontAxle, frame.rearAxle].map((x) => (
        <circle
          key={x}
          cx={x}
          cy={GROUND - 0.38 * pxPerM}
          r={0.38 * pxPerM}
          className="ink-2"
          style={{ fill: "var(--paper)" }}
        />
      ))}
      {hitch !== "none" && (
        <>
          <path className="ink-2" d={`M${at + 90} ${height} H${at} v-6 m0 6 v6`} />
          <path className="ink-1" d={`M${at} ${height - 44} V${height - 10} m-4 -7 l4 7 l4 -7`} />
          <DimensionLine
            from={{ x: frame.rearAxle, y: 152 }}
            to={{ x: at, y: 152 }}
            known={behind?.known ?? "default"}
            extend={[
              { x: frame.rearAxle, y: GROUND },
              { x: at, y: height },
            ]}
          />
        </>
      )}
    </>
  );
  return (
    <section aria-label="Trailer">
      <div className="grid items-end gap-x-4 sm:grid-cols-[1fr_15rem]">
        <h2 className="font-semibold">Trailer</h2>
        <Pick
          label="It tows"
          place="tow.hitch"
          value={hitch ?? "none"}
          options={HITCHES}
          disabled={!writable}
          onChange={(next) => void writes.enterOnSheet("tow.hitch", next, "measured")}
        />
      </div>
      {hitch !== "none" && (
        <SheetOfPaper
          width={WIDTH}
          height={HEIGHT}
          says="Side view with the trailer's load and how far it acts from the rear axle."
          drawing={drawing}
        >
          <Dimension
            place="tow.load_kg"
            x={at}
            y={height - 54}
            caption={hitch === "pin" ? "pin" : "tongue"}
            wanted
          />
          <Dimension
            place="tow.behind_rear_axle_m"
            x={(frame.rearAxle + at) / 2}
            y={172}
            caption="from the axle"
            wanted
          />
        </SheetOfPaper>
      )}
    </section>
  );
}
