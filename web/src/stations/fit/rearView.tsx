import { useJobView } from "../../app/jobContext";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/drawingForm";
import { Ground } from "../../drawings/ground";
import { degrees, millimetres as mm } from "../../drawings/quantity";
import { acrossFrame } from "./acrossFrame";
import { poseAt } from "./pose";
import { blocksOf } from "./turnGeometry";
import { useFitView } from "./fitView";

const WIDTH = 760;
const HEIGHT = 400;

/** From behind: rails, links, bar, tube and saddles, with the numbers or the obstacles. */
export function RearView({ obstacles = false, picked = null }: RearViewProps) {
  const { axle, path, fit, station, travel } = useFitView();
  const { job } = useJobView();
  const { across, bar } = station.report;
  const sheet = job.sheet[axle];
  const half = sheet.track_m.value / 2 + 0.2;
  const top = fit.rail.edge_m.value + fit.rail.depth_m.value + 0.05;
  const frame = acrossFrame(half, top, WIDTH, HEIGHT);
  const seat = fit.seat;
  const offset = seat.bar_offset_m.value;
  const outside = fit.rail.outside_m.value / 2;
  const edge = frame.at(0, fit.rail.edge_m.value).y;
  const railTop = frame.at(0, fit.rail.edge_m.value + fit.rail.depth_m.value).y;
  const width = fit.rail.width_m.value * frame.pxPerM;
  const hub = sheet.wheel_centre_height_m.value;
  const mean = (travel.left + travel.right) / 2;
  const tubeM = job.look_over[`${axle}_tube`]?.diameter_m?.value;
  const holesY = frame.at(0, fit.link_holes[fit.left.link_hole ?? 0]?.height_m.value ?? 0).y;
  const plumb = across.plumb_rad;
  const sides = (["left", "right"] as const).map((side, i) => ({
    side,
    sign: i === 0 ? 1 : -1,
    pose: poseAt(fit, station.report, side, travel[side]),
    tilt: plumb[i] ?? 0,
  }));
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says={`Rear view. Bar ${mm(Math.abs(offset))} off the middle; links lean ${degrees(plumb[0] ?? 0)} left and ${degrees(plumb[1] ?? 0)} right.`}
      drawing={
        <>
          <Ground left={20} right={WIDTH - 20} y={frame.at(0, mean).y} />
          {[1, -1].map((sign) => (
            <g key={sign}>
              <rect
                x={frame.at(sign * (sign > 0 ? outside : outside - fit.rail.width_m.value), 0).x}
                y={railTop}
                width={width}
                height={edge - railTop}
                className="ink-1"
                style={{ fill: "var(--sheet)" }}
              />
              <rect
                x={frame.at(sign * (sheet.track_m.value / 2) + 0.12, 0).x}
                y={frame.at(0, 2 * hub + mean).y}
                width={0.24 * frame.pxPerM}
                height={2 * hub * frame.pxPerM}
                rx={14}
                className="pale-1"
                strokeDasharray="10 5"
              />
            </g>
          ))}
          {obstacles && <ObstaclesBehind frame={frame} travel={mean} picked={picked} />}
          {fit.mount === "on_axle" && (
            <rect
              x={frame.at(sheet.track_m.value / 2 - 0.14, 0).x}
              y={frame.at(0, hub + mean + (tubeM ?? 0.09) / 2).y}
              width={(sheet.track_m.value - 0.28) * frame.pxPerM}
              height={(tubeM ?? 0.09) * frame.pxPerM}
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
          {sides.map(({ side, sign, pose, tilt }) => {
            if (!pose) return null;
            const eye = frame.at(sign * across.eye_m + offset, pose.tip[1]);
            const hole = frame.at((sign * seat.link_holes_apart_m.value) / 2, pose.hole[1]);
            const bend = frame.at(sign * across.bend_m + offset, pose.axis[1]);
            const middle = frame.at(offset, pose.axis[1]);
            const bad = Math.abs(tilt) > (4 * Math.PI) / 180;
            return (
              <g key={side} data-testid={`across-${side}`}>
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
          })}
          {[1, -1].map((sign) => {
            const pose = sides[0]?.pose;
            const up = pose?.axis[1] ?? hub;
            const at = frame.at((sign * seat.saddles_apart_m.value) / 2 + offset, up);
            const wide = seat.saddle_width_m.value * frame.pxPerM;
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
          {!obstacles && (
            <>
              <DimensionLine
                from={{ x: frame.at(seat.link_holes_apart_m.value / 2, 0).x, y: holesY - 4 }}
                to={{ x: frame.at(-seat.link_holes_apart_m.value / 2, 0).x, y: holesY - 4 }}
                known={seat.link_holes_apart_m.known ?? "measured"}
              />
              <DimensionLine
                from={{ x: frame.at(outside, 0).x, y: railTop + 12 }}
                to={{ x: frame.at(-outside, 0).x, y: railTop + 12 }}
                known={fit.rail.outside_m.known ?? "measured"}
              />
            </>
          )}
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
            y={holesY - 4}
            caption="holes"
          />
          <Dimension
            place={`${path}.rail.outside_m`}
            x={WIDTH / 2}
            y={railTop + 12}
            caption="rails"
          />
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
