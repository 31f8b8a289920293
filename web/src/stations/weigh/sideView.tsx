import { useJobView } from "../../job/context";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { Ground } from "../../drawings/ground";
import { pathOf } from "../../drawings/point";
import { lengthwiseScale, profileOutline, sideFrame } from "../../drawings/sideGeometry";
import { known } from "../../drawings/quantity";
import { ProfileBlocks } from "./profileBlocks";
import { SidePictureTools, SidePictureUnderlay, useSidePicture } from "./sidePicture";

const WIDTH = 760;
const HEIGHT = 306;
const GROUND = 232;
const LEFT = 44;

/** From the side, front to the left: the area the wind pushes on, and where the axles are. */
export function SideView() {
  const { job } = useJobView();
  const { sheet } = job;
  const pxPerM = lengthwiseScale(sheet);
  const frame = sideFrame(sheet, pxPerM, LEFT, GROUND);
  const up = (metres: number) => GROUND - metres * pxPerM;
  const right = Math.max(frame.rearBumper, frame.rearAxle) + 22;
  const blockTop = Math.min(...frame.blocks.map(({ top }) => top)) - 14;

  return (
    <section aria-labelledby="side-title">
      <div className="flex items-baseline justify-between">
        <h2 id="side-title" className="font-semibold">
          From the side
        </h2>
        <div className="flex flex-wrap justify-end">
          <SidePictureTools />
          <ProfileBlocks />
        </div>
      </div>
      <SheetOfPaper
        width={WIDTH}
        height={HEIGHT}
        says="Side view with the blocks of the side profile, axles and heights."
        drawing={
          <>
            <Ground left={16} right={WIDTH - 16} y={GROUND} />
            <VehicleFromTheSide frame={frame} pxPerM={pxPerM} />
            <SideLines frame={frame} pxPerM={pxPerM} right={right} above={blockTop} />
          </>
        }
      >
        <Dimension place="wheelbase_m" x={(frame.frontAxle + frame.rearAxle) / 2} y={258} />
        <Dimension
          place="profile.front_overhang_m"
          x={(frame.frontBumper + frame.frontAxle) / 2}
          y={278}
          caption="overhang"
        />
        {frame.blocks.map((block, i) => (
          <BlockFields
            key={block.left}
            index={i}
            middle={(block.left + block.right) / 2}
            block={block}
            above={blockTop}
          />
        ))}
        <Dimension
          place="profile.side_force_coefficient"
          x={WIDTH - 20}
          y={294}
          caption="side force coefficient"
          align="end"
        />
        <Dimension
          place="floor_slope_along_rad"
          x={WIDTH - 20}
          y={266}
          caption="floor slope along"
          align="end"
          wanted
        />
        <Dimension
          place="floor_height_m"
          x={right + 40}
          y={up(sheet.floor_height_m.value) - 14}
          caption="floor"
        />
        <Dimension
          place="roof_height_m"
          x={right + 84}
          y={up(sheet.roof_height_m.value) - 14}
          caption="roof"
        />
      </SheetOfPaper>
    </section>
  );
}

type SidePartProps = { frame: ReturnType<typeof sideFrame>; pxPerM: number };

/** Outline, blocks and wheels, over the picture where one is laid under, and where the wind acts. */
function VehicleFromTheSide({ frame, pxPerM }: SidePartProps) {
  const { job, assessment } = useJobView();
  const { sheet } = job;
  const picture = useSidePicture(job.id);
  const underlaid = picture?.marks != null;
  const side = assessment?.evaluation?.side;
  const up = (metres: number) => GROUND - metres * pxPerM;
  return (
    <>
      {underlaid && (
        <SidePictureUnderlay
          photo={picture}
          frame={frame}
          hubs={[
            up(sheet.front.wheel_centre_height_m.value),
            up(sheet.rear.wheel_centre_height_m.value),
          ]}
        />
      )}
      <path
        d={pathOf(profileOutline(frame))}
        className="ink-2"
        style={{ fill: underlaid ? "none" : "var(--paper)" }}
      />
      {frame.blocks.slice(1).map((block) => (
        <line
          key={block.left}
          className="pale-1"
          strokeDasharray="2 3"
          x1={block.left}
          x2={block.left}
          y1={block.top}
          y2={block.bottom}
        />
      ))}
      {[
        { x: frame.frontAxle, axle: sheet.front },
        { x: frame.rearAxle, axle: sheet.rear },
      ].map(({ x, axle }) => (
        <g key={x}>
          <circle
            cx={x}
            cy={up(axle.wheel_centre_height_m.value)}
            r={axle.wheel_centre_height_m.value * pxPerM}
            className="ink-2"
            style={{ fill: underlaid ? "none" : "var(--paper)" }}
          />
          <circle cx={x} cy={up(axle.wheel_centre_height_m.value)} r={3} className="ink-1" />
        </g>
      ))}
      {side && (
        <g>
          <path
            className="pale-1"
            d={`M${frame.frontAxle + side.centre_behind_front_axle_m * pxPerM - 9} ${up(side.centre_height_m)} h18 m-9 -9 v18`}
          />
          <text className="pale" x={190} y={298}>
            + the wind acts on {known(side.area_m2, "area", 0.1)},{" "}
            {known(side.centre_height_m, "length", 0.01)} up
          </text>
        </g>
      )}
    </>
  );
}

/** Dimension lines; the heights stand right of the vehicle, lengths of blocks above it [px]. */
function SideLines({
  frame,
  pxPerM,
  right,
  above,
}: SidePartProps & { right: number; above: number }) {
  const { sheet } = useJobView().job;
  const { profile } = sheet;
  const up = (metres: number) => GROUND - metres * pxPerM;
  return (
    <>
      <DimensionLine
        from={{ x: frame.frontBumper, y: 258 }}
        to={{ x: frame.frontAxle, y: 258 }}
        known={profile.front_overhang_m.known}
        extend={[
          { x: frame.frontBumper, y: GROUND },
          { x: frame.frontAxle, y: GROUND },
        ]}
      />
      <DimensionLine
        from={{ x: frame.frontAxle, y: 258 }}
        to={{ x: frame.rearAxle, y: 258 }}
        known={sheet.wheelbase_m.known}
        extend={[
          { x: frame.frontAxle, y: GROUND },
          { x: frame.rearAxle, y: GROUND },
        ]}
      />
      <DimensionLine
        from={{ x: right, y: GROUND }}
        to={{ x: right, y: up(sheet.floor_height_m.value) }}
        known={sheet.floor_height_m.known}
      />
      <DimensionLine
        from={{ x: right + 84, y: GROUND }}
        to={{ x: right + 84, y: up(sheet.roof_height_m.value) }}
        known={sheet.roof_height_m.known}
      />
      {frame.blocks.map((block, i) => (
        <DimensionLine
          key={block.left}
          from={{ x: block.left, y: above }}
          to={{ x: block.right, y: above }}
          known={profile.blocks[i]?.length_m.known ?? "measured"}
          extend={[
            { x: block.left, y: block.top },
            { x: block.right, y: block.top },
          ]}
        />
      ))}
    </>
  );
}

type BlockFieldsProps = {
  index: number;
  middle: number;
  block: { top: number; bottom: number; left: number };
  above: number;
};

function BlockFields({ index, middle, block, above }: BlockFieldsProps) {
  const place = `profile.blocks.${index}`;
  return (
    <>
      <Dimension place={`${place}.length_m`} x={middle} y={above} />
      <Dimension place={`${place}.top_m`} x={middle} y={block.top + 15} caption="to" />
      <Dimension place={`${place}.bottom_m`} x={middle} y={block.top + 42} caption="from" />
    </>
  );
}
