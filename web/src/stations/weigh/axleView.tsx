import { useJobView } from "../../job/context";
import type { Axle, AxleName, Known } from "../../api/types";
import { AxleDrawing } from "../../drawings/axleDrawing";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
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
      <Beside name={name} axle={axle} stateIndex={stateIndex} last={last} />
    </SheetOfPaper>
  );
}

/** What stands at the edge: place, height on the paper, what it is called. */
type Edge = [string, number, string];

type BesideProps = AxleViewProps & { axle: Axle; last: number };

/** Numbers that are no widths, at both edges, and below what nobody may have looked at. */
function Beside({ name, axle, stateIndex, last }: BesideProps) {
  const left: Edge[] = [
    [`load_states.${stateIndex}.centre_of_gravity_height_m`, 32, "c.g. height"],
    [`${name}.spring_rate_n_per_m`, 74, "spring"],
    [`${name}.roll_centre_height_m`, 108, "roll centre"],
    [`${name}.wheel_centre_height_m`, 142, "hub"],
    [`${name}.tyre_rate_n_per_m`, 176, "tyre"],
  ];
  const right: Edge[] = [[`${name}.unsprung_mass_kg`, 160, "unsprung"]];
  if (axle.air_bags) right.push([`${name}.air_bags.rate_n_per_m`, 40, "air bag"]);
  if (axle.standard_bar)
    right.push(
      [`${name}.standard_bar.bar.outside_diameter_m`, 74, "bar ⌀"],
      [`${name}.standard_bar.bar.bore_m`, 100, "bore"],
      [`${name}.standard_bar.motion_ratio`, 126, "motion ratio"],
    );
  return (
    <>
      <Dimension place={`${name}.lift_m`} x={2} y={last} caption="lift" align="start" wanted />
      <Dimension
        place="floor_slope_rad"
        x={WIDTH / 2 - 60}
        y={last}
        caption="slope across"
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
      {left.map(([place, y, caption]) => (
        <Dimension key={place} place={place} x={2} y={y} caption={caption} align="start" />
      ))}
      {right.map(([place, y, caption]) => (
        <Dimension key={place} place={place} x={WIDTH - 2} y={y} caption={caption} align="end" />
      ))}
    </>
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
