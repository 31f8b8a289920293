import { useJobView } from "../../app/jobContext";
import type { Axle, AxleName, Known } from "../../api/types";
import { AxleDrawing } from "../../drawings/axleDrawing";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/drawingForm";
import { endFrame } from "../../drawings/endGeometry";
import { Ground } from "../../drawings/ground";

const WIDTH = 480;
const MIDDLE = 240;
const GROUND = 214;
const FIRST_ROW = 240;
const ROW = 26;

type AxleViewProps = { name: AxleName; stateIndex: number };

/** One axle close up, body cut off above the frame: what decides its roll stiffness. */
export function AxleView({ name, stateIndex }: AxleViewProps) {
  const { job } = useJobView();
  const axle = job.sheet[name];
  const frame = endFrame(job.sheet, axle, 228 / job.sheet.width_m.value, MIDDLE, GROUND);
  const rollCentre = GROUND - axle.roll_centre_height_m.value * frame.pxPerM;
  const rows = widths(name, axle);
  // One row more for what has no width: lift, floor slope, shocks nobody measured yet.
  const last = FIRST_ROW + rows.length * ROW;
  const height = last + ROW;

  const drawing = (
    <>
      <Ground left={90} right={WIDTH - 90} y={GROUND} />
      <path
        className="ink-1"
        style={{ fill: "var(--paper)" }}
        d={`M${MIDDLE - frame.bodyHalf} 16 V${frame.floor} H${MIDDLE + frame.bodyHalf} V16`}
      />
      <path
        className="pale-1"
        d={`M${MIDDLE - frame.bodyHalf - 8} 18 l${frame.bodyHalf} 0 l5 -7 l6 14 l5 -7 H${MIDDLE + frame.bodyHalf + 8}`}
      />
      <AxleDrawing
        axle={axle}
        frame={frame}
        bars={axle.standard_bar ? [{ bar: axle.standard_bar.bar, chosen: false }] : []}
      />
      <circle
        cx={MIDDLE}
        cy={rollCentre}
        r={4}
        className="ink-1"
        style={{ fill: "var(--paper)" }}
      />
      <circle cx={MIDDLE} cy={rollCentre} r={1.4} fill="var(--ink)" />
      {leaders(frame, rollCentre, axle).map((d) => (
        <path key={d} className="pale-1" opacity={0.6} d={d} />
      ))}
      {rows.map(({ place, metres, known }, i) => {
        const half = (metres / 2) * frame.pxPerM;
        const y = FIRST_ROW + i * ROW;
        return (
          <DimensionLine
            key={place}
            from={{ x: MIDDLE - half, y }}
            to={{ x: MIDDLE + half, y }}
            known={known}
          />
        );
      })}
    </>
  );
  const bar = axle.standard_bar ? `${name}.standard_bar` : null;
  return (
    <SheetOfPaper
      width={WIDTH}
      height={height}
      says={`The ${name} axle with springs, tyres, bar and their dimensions.`}
      drawing={drawing}
    >
      {rows.map(({ place, caption }, i) => (
        <Dimension
          key={place}
          place={place}
          x={MIDDLE + (axle.track_m.value / 2) * frame.pxPerM + 10}
          y={FIRST_ROW + i * ROW}
          caption={caption}
          align="start"
        />
      ))}
      <Dimension place={`${name}.lift_m`} x={2} y={last} caption="lift" align="start" wanted />
      <Dimension
        place="floor_slope_rad"
        x={WIDTH / 2 - 60}
        y={last}
        caption="floor slope"
        align="start"
        wanted
      />
      {!axle.shock_spacing_m && (
        <Dimension
          place={`${name}.shock_spacing_m`}
          x={WIDTH - 2}
          y={last}
          caption="shock spacing"
          align="end"
          wanted
        />
      )}
      <Dimension
        place={`load_states.${stateIndex}.centre_of_gravity_height_m`}
        x={2}
        y={32}
        caption="c.g. height"
        align="start"
      />
      <Dimension
        place={`${name}.spring_rate_n_per_m`}
        x={2}
        y={74}
        caption="spring"
        align="start"
      />
      <Dimension
        place={`${name}.roll_centre_height_m`}
        x={2}
        y={108}
        caption="roll centre"
        align="start"
      />
      <Dimension
        place={`${name}.wheel_centre_height_m`}
        x={2}
        y={142}
        caption="hub"
        align="start"
      />
      <Dimension place={`${name}.tyre_rate_n_per_m`} x={2} y={176} caption="tyre" align="start" />
      {bar && (
        <>
          <Dimension
            place={`${bar}.bar.outside_diameter_m`}
            x={WIDTH - 2}
            y={74}
            caption="bar ⌀"
            align="end"
          />
          <Dimension place={`${bar}.bar.bore_m`} x={WIDTH - 2} y={100} caption="bore" align="end" />
          <Dimension
            place={`${bar}.motion_ratio`}
            x={WIDTH - 2}
            y={126}
            caption="motion ratio"
            align="end"
          />
        </>
      )}
      <Dimension
        place={`${name}.unsprung_mass_kg`}
        x={WIDTH - 2}
        y={160}
        caption="unsprung"
        align="end"
      />
      {axle.air_bags && (
        <Dimension
          place={`${name}.air_bags.rate_n_per_m`}
          x={WIDTH - 2}
          y={40}
          caption="air bag"
          align="end"
        />
      )}
    </SheetOfPaper>
  );
}

type Width = { place: string; caption: string; metres: number; known: Known };

/** Widths stacked under the axle, widest measured first. */
function widths(name: AxleName, axle: Axle): Width[] {
  const list = [
    { part: "track_m", caption: "track", found: axle.track_m },
    { part: "dual_spacing_m", caption: "dual spacing", found: axle.dual_spacing_m },
    { part: "spring_base_m", caption: "spring base", found: axle.spring_base_m },
    { part: "link_spacing_m", caption: "link spacing", found: axle.link_spacing_m },
    {
      part: "standard_bar.bar.bushing_span_m",
      caption: "bushing span",
      found: axle.standard_bar?.bar.bushing_span_m,
    },
    { part: "air_bags.spacing_m", caption: "bag spacing", found: axle.air_bags?.spacing_m },
    { part: "shock_spacing_m", caption: "shocks", found: axle.shock_spacing_m },
  ];
  return list.flatMap(({ part, caption, found }) =>
    found ? [{ place: `${name}.${part}`, caption, metres: found.value, known: found.known }] : [],
  );
}

/** Leader lines from the numbers at both sides to the parts they belong to. */
function leaders(frame: ReturnType<typeof endFrame>, rollCentre: number, axle: Axle): string[] {
  const { pxPerM, middle, hub, ground } = frame;
  const spring = ((axle.spring_base_m?.value ?? axle.track_m.value * 0.7) / 2) * pxPerM;
  const wheel = (axle.track_m.value / 2) * pxPerM;
  const link = ((axle.link_spacing_m?.value ?? axle.track_m.value * 0.62) / 2) * pxPerM;
  const lines = [
    `M112 74 H${middle - spring - 14} L${middle - spring - 4} ${(hub + frame.floor) / 2}`,
    `M118 108 H${middle - 24} L${middle - 4} ${rollCentre}`,
    `M94 142 H${middle - wheel - 18} L${middle - wheel} ${hub}`,
    `M106 176 H${middle - wheel - 18} L${middle - wheel} ${ground - 6}`,
    `M${WIDTH - 100} 160 H${middle + 30} L${middle + 12} ${hub + 6}`,
  ];
  if (axle.standard_bar)
    lines.push(`M${WIDTH - 104} 74 H${middle + link + 26} L${middle + link} ${hub - 10}`);
  return lines;
}
