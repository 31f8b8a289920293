import { useJobView } from "../../app/jobContext";
import { GoToPlace } from "../../app/findings";
import { useWritable } from "../../app/session";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/drawingForm";
import { Ground } from "../../drawings/ground";
import { NumberRow } from "../../drawings/numberRow";
import { degrees, grouped, quantity } from "../../drawings/quantity";
import { Pick } from "../../ui/pick";
import { acrossFrame } from "./acrossFrame";
import { TravelSliders } from "./travelSliders";
import { poseAt } from "./pose";
import { useFitView } from "./fitView";

const WIDTH = 760;
const REAR = 400;
const PLAN = 250;
const mm = (metres: number) => `${grouped(metres * 1e3, 0)} mm`;

/** Where things sit across: bar centred, links plumb, saddles on the tube and off what they crush. */
export function AcrossSheet() {
  const { axle, path, fit, station } = useFitView();
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { across } = station.report;
  const tube = job.look_over[`${axle}_tube`];
  const read = tube?.diameter_m;
  const checks: [string, boolean | null, string][] = [
    ["Bar centred within 5 mm", across.centred, `${path}.seat.bar_offset_m`],
    ["Links plumb within 4°", across.plumb, `${path}.seat.link_holes_apart_m`],
    ["Saddle is for this tube", across.saddle_fits, `${path}.seat.saddle_bore_m`],
    ["U-bolt goes round this tube", across.u_bolt_fits, `${path}.seat.u_bolt_inside_m`],
    ...across.keep_off.map((one): [string, boolean | null, string] => [
      `Saddle keeps off the ${one.what}: ${mm(one.clear_m)} clear`,
      one.fine,
      `${path}.${one.place}`,
    ]),
    ...(across.hands_fit === null
      ? []
      : [
          ["Offset links are on their own sides", across.hands_fit, `${path}.link.left_hand`] as [
            string,
            boolean | null,
            string,
          ],
        ]),
  ];
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <RearView />
        <TravelSliders />
        <PlanView />
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <h2 className="font-semibold">What must be so</h2>
        <ul className="text-sm">
          {checks.map(([text, met, place]) => (
            <li key={text} className="flex gap-2 border-t border-line py-1.5">
              <span aria-hidden="true" className={met === false ? "text-stop" : "text-pale"}>
                {met === null ? "○" : met ? "✓" : "■"}
              </span>
              <span className={met === false ? "font-semibold text-stop" : ""}>
                {text}
                {met === null && <span className="text-pale">, not read yet</span>}{" "}
                {met !== true && <GoToPlace place={place} text="Show me" />}
              </span>
            </li>
          ))}
        </ul>
        <h2 className="mt-4 font-semibold">Axle tube and bracket set</h2>
        <p className="text-sm">
          Tube: <span className="figure">{read ? quantity(read, "small_length") : "not read"}</span>
          {tube?.shape && tube.shape !== "unseen" ? `, ${tube.shape}` : ""}; vent{" "}
          {tube?.vent && tube.vent !== "unseen" ? tube.vent : "not looked for"}.{" "}
          <GoToPlace place={`${axle}_tube.diameter_m`} text="Read it in Look" />
        </p>
        <NumberRow place={`${path}.seat.saddle_bore_m`} />
        <NumberRow place={`${path}.seat.u_bolt_inside_m`} />
        <NumberRow place={`${path}.seat.saddle_width_m`} />
        <NumberRow place={`${path}.seat.vent_m`} label="Vent, from the middle, left +" />
        <NumberRow place={`${path}.seat.weld_m`} label="Nearest weld, left +" />
        <NumberRow place={`${path}.seat.line_m`} label="Line or its clip, left +" />
        <NumberRow place={`${path}.rail.width_m`} />
        <Pick
          label="Inside the rail, where it is drilled"
          place={`${path}.rail.inside`}
          value={fit.rail.inside ?? "unseen"}
          disabled={!writable}
          onChange={(typed) => void writes.enterOnPaper("fitting", `${axle}.rail.inside`, typed)}
          options={[
            { value: "unseen", text: "nobody looked" },
            { value: "clear", text: "clear" },
            { value: "wiring", text: "wiring or lines" },
          ]}
        />
        <p className="mt-2 text-xs text-pale">
          U-bolts that locate the axle come off only with the axle supported; new ones go on in a
          cross pattern, loaded, and are torqued again after a short drive. Keep U-bolts off vent,
          lines and welds.
        </p>
      </div>
    </div>
  );
}

/** From behind: rails, links, bar, tube and saddles, with the numbers at their places. */
function RearView() {
  const { axle, path, fit, station, travel } = useFitView();
  const { job } = useJobView();
  const { across, bar } = station.report;
  const sheet = job.sheet[axle];
  const half = sheet.track_m.value / 2 + 0.2;
  const top = fit.rail.edge_m.value + fit.rail.depth_m.value + 0.05;
  const frame = acrossFrame(half, top, WIDTH, REAR);
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
      height={REAR}
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
            y2={REAR - 20}
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
          <text className="pale" x={24} y={20}>
            from behind: left is left
          </text>
        </>
      }
    >
      <Dimension
        place={`${path}.seat.link_holes_apart_m`}
        x={WIDTH / 2}
        y={holesY - 4}
        caption="holes"
      />
      <Dimension place={`${path}.rail.outside_m`} x={WIDTH / 2} y={railTop + 12} caption="rails" />
      <Dimension
        place={`${path}.seat.bar_offset_m`}
        x={WIDTH / 2}
        y={REAR - 70}
        caption="bar off the middle"
      />
    </SheetOfPaper>
  );
}

/** From above: the bar's shape, its saddles, and what lies on the tube. */
function PlanView() {
  const { path, fit, station } = useFitView();
  const { across, bar } = station.report;
  const half = Math.max(...bar.centre_line_m.map(([, y = 0]) => Math.abs(y))) + 0.14;
  const scale = (WIDTH - 80) / (2 * half);
  const offset = fit.seat.bar_offset_m.value;
  const forward = fit.heading === "forward" ? -1 : 1;
  const axisY = fit.heading === "forward" ? PLAN - 66 : 74;
  const at = (y: number, x: number) => ({
    x: WIDTH / 2 - (y + offset) * scale,
    y: axisY + forward * x * scale,
  });
  const saddle = fit.seat.saddles_apart_m.value / 2;
  const wide = fit.seat.saddle_width_m.value * scale;
  return (
    <SheetOfPaper
      width={WIDTH}
      height={PLAN}
      says={`Plan of the bar. Saddles ${mm(fit.seat.saddles_apart_m.value)} apart.`}
      drawing={
        <>
          <text className="pale" x={24} y={18}>
            from above, front up
          </text>
          <line
            className="pale-1"
            strokeDasharray="10 3 2 3"
            x1={WIDTH / 2}
            x2={WIDTH / 2}
            y1={8}
            y2={PLAN - 8}
          />
          <polyline
            points={bar.centre_line_m
              .map(([x = 0, y = 0]) => at(-y, x))
              .map(({ x, y }) => `${x},${y}`)
              .join(" ")}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={Math.max(4, bar.outside_diameter_m.value * scale)}
            strokeLinejoin="round"
            strokeLinecap="round"
          />
          {[1, -1].map((sign) => {
            const { x } = at(sign * saddle, 0);
            return (
              <rect
                key={sign}
                x={x - wide / 2}
                y={axisY - 16}
                width={wide}
                height={32}
                className="ink-1"
                style={{ fill: "var(--paper)" }}
              />
            );
          })}
          {across.keep_off.map((one) => {
            const x = WIDTH / 2 - one.across_m * scale;
            const colour = one.fine ? "var(--pale)" : "var(--stop)";
            return (
              <g key={one.what}>
                <line
                  x1={x}
                  x2={x}
                  y1={axisY - 26}
                  y2={axisY + 26}
                  stroke={colour}
                  strokeWidth={2}
                />
                <text
                  className="halo"
                  x={x}
                  y={axisY - 32}
                  textAnchor="middle"
                  style={{ fill: colour }}
                >
                  {one.what}
                </text>
              </g>
            );
          })}
          <DimensionLine
            from={{ x: at(saddle, 0).x, y: axisY + 40 }}
            to={{ x: at(-saddle, 0).x, y: axisY + 40 }}
            known={fit.seat.saddles_apart_m.known ?? "measured"}
          />
        </>
      }
    >
      <Dimension
        place={`${path}.seat.saddles_apart_m`}
        x={WIDTH / 2}
        y={axisY + 40}
        caption="saddles"
      />
    </SheetOfPaper>
  );
}
