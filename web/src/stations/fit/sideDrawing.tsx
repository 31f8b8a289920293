import type { AxleFit, Measured, Side } from "../../api/types";
import { useJobView } from "../../job/context";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { Ground } from "../../drawings/ground";
import { degrees, grouped } from "../../drawings/quantity";
import { useFitView } from "./fitView";
import { Obstacles } from "./obstacles";
import { poseAt } from "./pose";
import type { Pose } from "./pose";
import { sideFrame } from "./sideFrame";
import type { SideFrame } from "./sideFrame";

const WIDTH = 760;
const HEIGHT = 430;

type SideDrawingProps = {
  /** Whether its numbers can be entered on it. */
  measures: boolean;
  obstacles: boolean;
  picked?: number | null;
};

/** Frame, axle, bar and link from the side, at the travel that is looked at. */
export function SideDrawing({ measures, obstacles, picked = null }: SideDrawingProps) {
  const { axle, path, fit, station, travel } = useFitView();
  const { job } = useJobView();
  const { report } = station;
  const frame = sideFrame(fit, report, WIDTH, HEIGHT);
  const poses = {
    left: poseAt(fit, report, "left", travel.left),
    right: poseAt(fit, report, "right", travel.right),
  };
  const mean = (travel.left + travel.right) / 2;
  const wheel = job.sheet[axle].wheel_centre_height_m.value;
  const ground = frame.at(0, mean).y;
  const hub = frame.at(0, wheel + mean);
  const rail = {
    top: frame.at(0, fit.rail.edge_m.value + fit.rail.depth_m.value).y,
    edge: frame.at(0, fit.rail.edge_m.value).y,
  };
  const says = poses.left
    ? `Arm ${degrees(poses.left.arm)} above level, link ${degrees(poses.left.link)} from plumb, ${degrees(poses.left.between)} between them, motion ratio ${grouped(poses.left.motionRatio, 3)}.`
    : `The left link does not go in. ${report.left.problem}`;
  const differs = !samePose(poses.left, poses.right);

  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says={`Side view of the ${axle} axle, front to the left. ${says}`}
      drawing={
        <>
          <rect
            x={frame.left - 40}
            width={frame.right - frame.left + 80}
            y={rail.top}
            height={rail.edge - rail.top}
            className="ink-1"
            style={{ fill: "var(--sheet)" }}
          />
          <text className="pale" x={frame.left - 32} y={rail.top + 16}>
            frame
          </text>
          <Ground left={frame.left - 40} right={frame.right + 40} y={ground} />
          <circle
            cx={hub.x}
            cy={hub.y}
            r={wheel * frame.pxPerM - 1}
            className="pale-1"
            strokeDasharray="10 5"
          />
          <circle cx={hub.x} cy={hub.y} r={0.045 * frame.pxPerM} className="ink-1" />
          <path d={`M${hub.x - 6} ${hub.y} h12 M${hub.x} ${hub.y - 6} v12`} className="ink-1" />
          {obstacles && (
            <Obstacles
              obstacles={fit.obstacles ?? []}
              gaps={report.gaps}
              frame={frame}
              travel={mean}
              picked={picked}
            />
          )}
          <Brackets fit={fit} frame={frame} travel={mean} railEdge={rail.edge} />
          {differs && poses.right && (
            <Linkage pose={poses.right} frame={frame} fit={fit} side="right" bar={report.bar} />
          )}
          {poses.left && (
            <Linkage pose={poses.left} frame={frame} fit={fit} side="left" bar={report.bar} />
          )}
          {!poses.left && (
            <text
              className="halo"
              x={WIDTH / 2}
              y={HEIGHT / 2 - 26}
              textAnchor="middle"
              style={{ fill: "var(--stop)", fontWeight: 600 }}
            >
              {report.left.problem
                ? "The left link does not go in"
                : "Past the end of the link’s reach"}
            </text>
          )}
          {measures && <Lines fit={fit} frame={frame} />}
        </>
      }
    >
      {measures && (
        <Numbers fit={fit} frame={frame} path={path} pose={poses.left} differs={differs} />
      )}
    </SheetOfPaper>
  );
}

const samePose = (one: Pose | null, other: Pose | null) =>
  one !== null &&
  other !== null &&
  Math.hypot(one.tip[0] - other.tip[0], one.tip[1] - other.tip[1]) < 5e-4 &&
  Math.hypot(one.hole[0] - other.hole[0], one.hole[1] - other.hole[1]) < 5e-4 &&
  Math.abs(one.axis[1] - other.axis[1]) < 5e-4;

type LinkageProps = {
  pose: Pose;
  frame: SideFrame;
  fit: AxleFit;
  side: Side;
  bar: { outside_diameter_m: Measured };
};

/** Bar end, arm and link of one side; the right one dashed where it stands otherwise. */
function Linkage({ pose, frame, fit, side, bar }: LinkageProps) {
  const [axis, tip, hole] = [pose.axis, pose.tip, pose.hole].map(([x, z]) => frame.at(x, z));
  if (!axis || !tip || !hole) return null;
  const thick = Math.max(6, bar.outside_diameter_m.value * frame.pxPerM);
  const body = Math.max(4, fit.link.diameter_m.value * frame.pxPerM);
  const dashed = side === "right";
  return (
    <g data-testid={`linkage-${side}`}>
      <line
        data-testid={`arm-${side}`}
        x1={axis.x}
        y1={axis.y}
        x2={tip.x}
        y2={tip.y}
        stroke={dashed ? "var(--before)" : "var(--ink)"}
        strokeWidth={dashed ? 2 : thick}
        strokeDasharray={dashed ? "6 4" : undefined}
        strokeLinecap="round"
      />
      <line
        data-testid={`link-${side}`}
        x1={tip.x}
        y1={tip.y}
        x2={hole.x}
        y2={hole.y}
        stroke={dashed ? "var(--before)" : "var(--after)"}
        strokeWidth={dashed ? 2 : body}
        strokeDasharray={dashed ? "6 4" : undefined}
      />
      {[axis, tip, hole].map((point, i) => (
        <circle
          key={i}
          cx={point.x}
          cy={point.y}
          r={i === 0 ? thick / 2 + 3 : 5}
          className="ink-1"
          style={{ fill: "var(--paper)" }}
          strokeDasharray={dashed ? "3 2" : undefined}
        />
      ))}
    </g>
  );
}

type BracketsProps = { fit: AxleFit; frame: SideFrame; travel: number; railEdge: number };

/** Brackets with every hole they have; those of the axle go with it. */
function Brackets({ fit, frame, travel, railEdge }: BracketsProps) {
  const onAxle = fit.mount === "on_axle";
  const lift = { bar: onAxle ? travel : 0, link: onAxle ? 0 : travel * fit.link_ratio.value };
  const bar = fit.bar_places.map((one) =>
    frame.at(one.forward_m.value, one.height_m.value + lift.bar),
  );
  const link = fit.link_holes.map((one) =>
    frame.at(one.forward_m.value, one.height_m.value + lift.link),
  );
  const plate = (points: { x: number; y: number }[], toFrame: boolean) => {
    const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
    const [left, right] = [Math.min(...xs) - 13, Math.max(...xs) + 13];
    const [top, bottom] = [Math.min(...ys) - 13, Math.max(...ys) + 13];
    const upper = toFrame ? Math.min(top, railEdge + 2) : top;
    return (
      <rect
        x={left}
        y={upper}
        width={right - left}
        height={bottom - upper}
        rx={4}
        className="pale-1"
        style={{ fill: "var(--paper)" }}
      />
    );
  };
  return (
    <g>
      {plate(link, fit.link_goes === "up" && onAxle)}
      {plate(bar, !onAxle)}
      {[...link, ...bar].map((point, i) => (
        <circle key={i} cx={point.x} cy={point.y} r={4} className="pale-1" />
      ))}
    </g>
  );
}

/** Where the dimension lines run, in paper pixels. */
function rails(fit: AxleFit, frame: SideFrame) {
  const hole = fit.link_holes[fit.left.link_hole ?? 0];
  const spot = fit.bar_places[fit.left.bar_place ?? 0];
  if (!hole || !spot) return null;
  const [holeAt, spotAt] = [
    frame.at(hole.forward_m.value, hole.height_m.value),
    frame.at(spot.forward_m.value, spot.height_m.value),
  ];
  // The height nearer to a side of the paper stands on that side.
  const holeLeft = holeAt.x < spotAt.x;
  return {
    hole,
    spot,
    holeAt,
    spotAt,
    holeX: holeLeft ? frame.left - 22 : frame.right + 22,
    spotX: holeLeft ? frame.right + 22 : frame.left - 22,
    ground: frame.at(0, 0).y,
    axleX: frame.at(0, 0).x,
    below: frame.at(0, 0).y + 24,
    above: frame.at(0, fit.rail.edge_m.value + fit.rail.depth_m.value).y - 16,
  };
}

function Lines({ fit, frame }: { fit: AxleFit; frame: SideFrame }) {
  const at = rails(fit, frame);
  if (at === null) return null;
  const edge = frame.at(0, fit.rail.edge_m.value).y;
  const middle = (at.holeX + at.spotX) / 2 + (at.holeX < at.spotX ? 1 : -1) * 0;
  const edgeX = at.spotX < middle ? frame.left + 6 : frame.right - 6;
  return (
    <g>
      <DimensionLine
        from={{ x: at.holeX, y: at.ground }}
        to={{ x: at.holeX, y: at.holeAt.y }}
        known={at.hole.height_m.known ?? "measured"}
        extend={[{ x: at.holeX, y: at.ground }, at.holeAt]}
      />
      <DimensionLine
        from={{ x: at.spotX, y: at.ground }}
        to={{ x: at.spotX, y: at.spotAt.y }}
        known={at.spot.height_m.known ?? "measured"}
        extend={[{ x: at.spotX, y: at.ground }, at.spotAt]}
      />
      <DimensionLine
        from={{ x: edgeX, y: at.ground }}
        to={{ x: edgeX, y: edge }}
        known={fit.rail.edge_m.known ?? "measured"}
      />
      <DimensionLine
        from={{ x: at.axleX, y: at.below }}
        to={{ x: at.spotAt.x, y: at.below }}
        known={at.spot.forward_m.known ?? "measured"}
        extend={[{ x: at.axleX, y: at.ground }, at.spotAt]}
      />
      <DimensionLine
        from={{ x: at.axleX, y: at.above }}
        to={{ x: at.holeAt.x, y: at.above }}
        known={at.hole.forward_m.known ?? "measured"}
        extend={[{ x: at.axleX, y: at.above + 30 }, at.holeAt]}
      />
    </g>
  );
}

type NumbersProps = {
  fit: AxleFit;
  frame: SideFrame;
  path: string;
  pose: Pose | null;
  differs: boolean;
};

function Numbers({ fit, frame, path, pose, differs }: NumbersProps) {
  const at = rails(fit, frame);
  if (at === null) return null;
  const hole = `${path}.link_holes.${fit.left.link_hole ?? 0}`;
  const spot = `${path}.bar_places.${fit.left.bar_place ?? 0}`;
  const edge = frame.at(0, fit.rail.edge_m.value).y;
  const edgeX = at.spotX < at.holeX ? frame.left + 6 : frame.right - 6;
  const link = pose
    ? frame.at((pose.tip[0] + pose.hole[0]) / 2, (pose.tip[1] + pose.hole[1]) / 2)
    : { x: at.holeAt.x, y: (at.holeAt.y + at.spotAt.y) / 2 };
  // Beside the link, on the side away from the bar.
  const out = at.holeAt.x < at.spotAt.x ? -1 : 1;
  return (
    <>
      <Dimension place={`${hole}.height_m`} x={at.holeX} y={(at.ground + at.holeAt.y) / 2} />
      <Dimension place={`${spot}.height_m`} x={at.spotX} y={(at.ground + at.spotAt.y) / 2} />
      <Dimension place={`${path}.rail.edge_m`} x={edgeX} y={edge + 34} />
      <Dimension place={`${spot}.forward_m`} x={(at.axleX + at.spotAt.x) / 2} y={at.below} />
      <Dimension place={`${hole}.forward_m`} x={(at.axleX + at.holeAt.x) / 2} y={at.above} />
      <Dimension
        place={`${path}.left.link_m`}
        x={link.x + out * 16}
        y={link.y}
        align={out < 0 ? "end" : "start"}
        caption={differs ? "left" : "link"}
        showTyped
      />
    </>
  );
}
