import type { AxleFit } from "../../api/types";
import { useJobView } from "../../job/context";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { Ground } from "../../drawings/ground";
import { degrees, tape } from "../../drawings/quantity";
import { acrossFrame } from "./acrossFrame";
import { poseAt } from "./pose";
import { blocksOf } from "./turnGeometry";
import { useFitView } from "./fitView";

const WIDTH = 760;
const HEIGHT = 400;

/** From behind: rails, links, bar, tube and saddles, with the numbers or the obstacles. */
export function RearView({ obstacles = false, picked = null }: RearViewProps) {
  const { path, fit, station, travel } = useFitView();
  const frame = useBehind();
  const { plumb_rad: plumb } = station.report.across;
  const mean = (travel.left + travel.right) / 2;
  const top = railTop(fit, frame) + 12;
  const holes = frame.at(0, fit.link_holes[fit.left.link_hole ?? 0]?.height_m.value ?? 0).y - 4;
  const offset = tape(Math.abs(fit.seat.bar_offset_m.value));
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says={`Rear view. Bar ${offset} off the middle; links lean ${degrees(plumb[0] ?? 0)} left and ${degrees(plumb[1] ?? 0)} right.`}
      drawing={
        <>
          <Ground left={20} right={WIDTH - 20} y={frame.at(0, mean).y} />
          <Carried frame={frame} mean={mean} />
          {obstacles && <ObstaclesBehind frame={frame} travel={mean} picked={picked} />}
          <BarBehind frame={frame} />
          {!obstacles && <AcrossLines frame={frame} holes={holes} rails={top} />}
          <text className="pale" x={24} y={20}>
            from behind: left is left
          </text>
        </>
      }
    >
      {!obstacles && (
        <>
          <Dimension
            place={`${path}.seat.link_holes_apart_m`}
            x={WIDTH / 2}
            y={holes}
            caption="holes"
          />
          <Dimension place={`${path}.rail.outside_m`} x={WIDTH / 2} y={top} caption="rails" />
          <Dimension
            place={`${path}.seat.bar_offset_m`}
            x={WIDTH / 2}
            y={HEIGHT - 70}
            caption="bar off the middle"
          />
        </>
      )}
      {obstacles && picked !== null && <Ends index={picked} frame={frame} />}
    </SheetOfPaper>
  );
}

/** Where things are on the paper from behind. */
function useBehind(): Frame {
  const { axle, fit } = useFitView();
  const { job } = useJobView();
  const half = job.sheet[axle].track_m.value / 2 + 0.2;
  return acrossFrame(half, fit.rail.edge_m.value + fit.rail.depth_m.value + 0.05, WIDTH, HEIGHT);
}

const railTop = (fit: AxleFit, frame: Frame) =>
  frame.at(0, fit.rail.edge_m.value + fit.rail.depth_m.value).y;

/** Rails, wheels, tube and the middle of the vehicle. */
function Carried({ frame, mean }: { frame: Frame; mean: number }) {
  const { axle, fit } = useFitView();
  const { job } = useJobView();
  const sheet = job.sheet[axle];
  const hub = sheet.wheel_centre_height_m.value;
  const track = sheet.track_m.value;
  const outside = fit.rail.outside_m.value / 2;
  const tube = job.look_over[`${axle}_tube`]?.diameter_m?.value ?? 0.09;
  const top = railTop(fit, frame);
  return (
    <>
      {[1, -1].map((sign) => (
        <g key={sign}>
          <rect
            x={frame.at(sign * (sign > 0 ? outside : outside - fit.rail.width_m.value), 0).x}
            y={top}
            width={fit.rail.width_m.value * frame.pxPerM}
            height={frame.at(0, fit.rail.edge_m.value).y - top}
            className="ink-1"
            style={{ fill: "var(--sheet)" }}
          />
          <rect
            x={frame.at(sign * (track / 2) + 0.12, 0).x}
            y={frame.at(0, 2 * hub + mean).y}
            width={0.24 * frame.pxPerM}
            height={2 * hub * frame.pxPerM}
            rx={14}
            className="pale-1"
            strokeDasharray="10 5"
          />
        </g>
      ))}
      {fit.mount === "on_axle" && (
        <rect
          x={frame.at(track / 2 - 0.14, 0).x}
          y={frame.at(0, hub + mean + tube / 2).y}
          width={(track - 0.28) * frame.pxPerM}
          height={tube * frame.pxPerM}
          className="pale-1"
        />
      )}
      <line
        className="pale-1"
        strokeDasharray="10 3 2 3"
        x1={WIDTH / 2}
        x2={WIDTH / 2}
        y1={14}
        y2={HEIGHT - 20}
      />
    </>
  );
}

/** The bar in its saddles with both links. */
function BarBehind({ frame }: { frame: Frame }) {
  const { axle, fit, station, travel } = useFitView();
  const { job } = useJobView();
  const { seat } = fit;
  const offset = seat.bar_offset_m.value;
  const pose = poseAt(fit, station.report, "left", travel.left);
  const up = pose?.axis[1] ?? job.sheet[axle].wheel_centre_height_m.value;
  const wide = seat.saddle_width_m.value * frame.pxPerM;
  return (
    <>
      <HalfBehind side="left" sign={1} frame={frame} />
      <HalfBehind side="right" sign={-1} frame={frame} />
      {[1, -1].map((sign) => {
        const at = frame.at((sign * seat.saddles_apart_m.value) / 2 + offset, up);
        return (
          <rect
            key={sign}
            x={at.x - wide / 2}
            y={at.y - 12}
            width={wide}
            height={24}
            className="ink-1"
            style={{ fill: "var(--paper)" }}
          />
        );
      })}
    </>
  );
}

type HalfBehindProps = { side: "left" | "right"; sign: 1 | -1; frame: Frame };

/** Half of the bar, and its link with how far it leans from plumb. */
function HalfBehind({ side, sign, frame }: HalfBehindProps) {
  const { fit, station, travel } = useFitView();
  const { across, bar } = station.report;
  const pose = poseAt(fit, station.report, side, travel[side]);
  if (!pose) return null;
  const offset = fit.seat.bar_offset_m.value;
  const eye = frame.at(sign * across.eye_m + offset, pose.tip[1]);
  const hole = frame.at((sign * fit.seat.link_holes_apart_m.value) / 2, pose.hole[1]);
  const bend = frame.at(sign * across.bend_m + offset, pose.axis[1]);
  const middle = frame.at(offset, pose.axis[1]);
  const tilt = across.plumb_rad[side === "left" ? 0 : 1] ?? 0;
  const bad = Math.abs(tilt) > (4 * Math.PI) / 180;
  return (
    <g data-testid={`across-${side}`}>
      <polyline
        points={[middle, bend, eye].map(({ x, y }) => `${x},${y}`).join(" ")}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={Math.max(4, bar.outside_diameter_m.value * frame.pxPerM)}
        strokeLinejoin="round"
      />
      <line
        x1={eye.x}
        y1={eye.y}
        x2={hole.x}
        y2={hole.y}
        stroke={bad ? "var(--stop)" : "var(--after)"}
        strokeWidth={5}
      />
      <line
        className="pale-1"
        strokeDasharray="2 4"
        x1={hole.x}
        x2={hole.x}
        y1={hole.y}
        y2={eye.y + 12}
      />
      <text
        className="num halo"
        x={hole.x + (sign > 0 ? -10 : 10)}
        y={(eye.y + hole.y) / 2}
        textAnchor={sign > 0 ? "end" : "start"}
        style={{ fill: bad ? "var(--stop)" : undefined }}
      >
        {degrees(tilt)}
      </text>
    </g>
  );
}

/** Dimension lines across, at the height [px] of the holes and of the rails. */
function AcrossLines({ frame, holes, rails }: { frame: Frame; holes: number; rails: number }) {
  const { fit } = useFitView();
  const across = [
    { apart: fit.seat.link_holes_apart_m, y: holes },
    { apart: fit.rail.outside_m, y: rails },
  ];
  return across.map(({ apart, y }) => (
    <DimensionLine
      key={y}
      from={{ x: frame.at(apart.value / 2, 0).x, y }}
      to={{ x: frame.at(-apart.value / 2, 0).x, y }}
      known={apart.known ?? "measured"}
    />
  ));
}

type RearViewProps = {
  /** Obstacles are drawn, and the ends of the picked one are entered, in place of the rest. */
  obstacles?: boolean;
  picked?: number | null;
};

type Frame = ReturnType<typeof acrossFrame>;
type BehindProps = { frame: Frame; travel: number; picked: number | null };

/** Obstacles from behind: as wide as they reach across, as high as they stand. */
function ObstaclesBehind({ frame, travel, picked }: BehindProps) {
  const { fit, station } = useFitView();
  return (
    <g data-clipped>
      {(fit.obstacles ?? []).map((one, i) => {
        const gap = station.report.gaps.find(({ index }) => index === i);
        const near = gap !== undefined && !gap.fine;
        const colour = near ? "var(--stop)" : i === picked ? "var(--ink)" : "var(--pale)";
        return blocksOf(one, travel).map((block, at) => {
          const tall = block.size[2] + Math.abs(Math.sin(block.pitch)) * block.size[0];
          const corner = frame.at(block.middle[1] + block.size[1] / 2, block.middle[2] + tall / 2);
          return (
            <g key={`${i} ${at}`} data-testid={`behind-${i}`}>
              <rect
                x={corner.x}
                y={corner.y}
                width={block.size[1] * frame.pxPerM}
                height={tall * frame.pxPerM}
                fill={colour}
                fillOpacity={near ? 0.2 : 0.07}
                stroke={colour}
                strokeWidth={near || i === picked ? 1.8 : 1}
              />
              {at === 0 && (i === picked || near) && (
                <text className="halo" x={corner.x + 4} y={corner.y - 5} style={{ fill: colour }}>
                  {one.name}
                </text>
              )}
            </g>
          );
        });
      })}
    </g>
  );
}

/** Where the picked obstacle ends across, entered at its ends. */
function Ends({ index, frame }: { index: number; frame: Frame }) {
  const { path, fit } = useFitView();
  const one = fit.obstacles?.[index];
  if (one === undefined) return null;
  const below = frame.ground + 18;
  const kept = (x: number) => Math.min(Math.max(x, 80), WIDTH - 240);
  const left = kept(frame.at(one.left_m.value, 0).x);
  const right = Math.max(kept(frame.at(one.right_m.value, 0).x), left + 160);
  const place = `${path}.obstacles.${index}`;
  return (
    <>
      <Dimension place={`${place}.left_m`} x={left} y={below} caption="left end" />
      <Dimension place={`${place}.right_m`} x={right} y={below} caption="right end" />
    </>
  );
}
