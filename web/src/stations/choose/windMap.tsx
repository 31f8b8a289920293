import { shownAs } from "../../api/units";
import { Drawing } from "../../drawings/drawing";
import { AxisBottom, AxisLeft } from "@visx/axis";
import { scaleLinear } from "@visx/scale";
import { LinePath } from "@visx/shape";
import { measuredAt } from "../../api/place";
import type { LeanSheetTables } from "../../api/types";
import { isChosen } from "../../job/chosen";
import { useJobView } from "../../job/context";
import { lookUp } from "../../drawings/lookup";
import { degrees, known, roadSpeed } from "../../drawings/quantity";
import { AXIS, AXIS_LABEL, UPRIGHT_LABEL } from "../../drawings/axes";
import { isoLines } from "./isoLines";

const WIDTH = 720;
const HEIGHT = 380;
const BOX = { left: 58, right: 16, top: 26, bottom: 42 };
const LEVELS_DEG = [0.5, 1, 1.5, 2, 3, 4, 6];

/** Lines of equal lean over road speed and wind, before dashed and after solid, and the day's point. */
export function WindMap({ tables }: { tables: LeanSheetTables }) {
  const { job } = useJobView();
  const chosen = isChosen(job.set_up);
  const windy = measuredAt(job.target, "forecast_wind_m_s")?.value;
  const driven = measuredAt(job.target, "forecast_road_m_s")?.value ?? 25;
  const read = (table: number[][]) =>
    degrees(lookUp(table, tables.road_m_s, tables.wind_m_s, driven, windy ?? 0));
  const says =
    windy === undefined
      ? "Enter the day’s wind below to see where it lies."
      : `${known(windy, "speed", 0.1)} at ${roadSpeed(driven)}: ${read(tables.map_before_rad)} as it stands${chosen ? `, ${read(tables.map_after_rad)} as chosen` : ""}.`;
  return (
    <figure>
      <figcaption>
        <h2 className="font-semibold">
          Lean over road speed and wind{" "}
          <span className="font-normal text-pale" data-testid="forecast-says">
            {says}
          </span>
        </h2>
      </figcaption>
      <Drawing
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={`Lines of equal lean over road speed and wind. ${says}`}
      >
        <Lines tables={tables} chosen={chosen} />
        {windy !== undefined && <Day tables={tables} driven={driven} windy={windy} />}
      </Drawing>
    </figure>
  );
}

/** Where a road speed [m/s] and a wind [m/s] are on the paper. */
function scales({ road_m_s, wind_m_s }: LeanSheetTables) {
  return {
    x: scaleLinear<number>({
      domain: [0, road_m_s.at(-1) ?? 1],
      range: [BOX.left, WIDTH - BOX.right],
    }),
    y: scaleLinear<number>({
      domain: [0, wind_m_s.at(-1) ?? 1],
      range: [HEIGHT - BOX.bottom, BOX.top],
    }),
  };
}

function Lines({ tables, chosen }: { tables: LeanSheetTables; chosen: boolean }) {
  const { x, y } = scales(tables);
  // Roads are signed in other units than the wind is said in.
  const inMiles = shownAs("speed").symbol === "mph";
  const road = inMiles ? shownAs("speed") : { per: 3.6, symbol: "km/h" };
  const wind = shownAs("speed");
  const shownRoad = x.copy().domain(x.domain().map((end) => Number(end) * road.per));
  const shownWind = y.copy().domain(y.domain().map((end) => Number(end) * wind.per));
  return (
    <>
      <AxisBottom
        {...AXIS}
        scale={shownRoad}
        top={HEIGHT - BOX.bottom}
        tickLabelProps={AXIS_LABEL}
      />
      <AxisLeft {...AXIS} scale={shownWind} left={BOX.left} tickLabelProps={UPRIGHT_LABEL} />
      <text className="pale" x={WIDTH - BOX.right} y={HEIGHT - 8} textAnchor="end">
        road speed, {road.symbol}
      </text>
      <text className="pale" x={8} y={14}>
        side wind, {wind.symbol}
      </text>
      {LEVELS_DEG.map((level) => (
        <g key={level}>
          <Level tables={tables} table={tables.map_before_rad} level={level} when="before" />
          {chosen && (
            <Level tables={tables} table={tables.map_after_rad} level={level} when="after" />
          )}
        </g>
      ))}
    </>
  );
}

type LevelProps = {
  tables: LeanSheetTables;
  table: number[][];
  level: number;
  when: "before" | "after";
};

/** One line of equal lean; what was is named where it begins, what will be where it ends. */
function Level({ tables, table, level, when }: LevelProps) {
  const { x, y } = scales(tables);
  const lines = isoLines(table, tables.road_m_s, tables.wind_m_s, (level * Math.PI) / 180);
  const named = when === "before" ? lines[0]?.[0] : lines.at(-1)?.at(-1);
  const aside = when === "before" ? 8 : -34;
  return (
    <>
      {lines.map((line, i) => (
        <LinePath
          key={i}
          data={line}
          x={([road]) => x(road)}
          y={([, wind]) => y(wind)}
          className={when === "before" ? "before-line" : "after-line"}
          strokeWidth={when === "before" ? 1.2 : 1.6}
        />
      ))}
      {named && (
        <text
          className="num halo"
          x={x(named[0]) + aside}
          y={y(named[1]) + 4}
          style={{ fill: `var(--${when})` }}
        >
          {level}°
        </text>
      )}
    </>
  );
}

function Day({
  tables,
  driven,
  windy,
}: {
  tables: LeanSheetTables;
  driven: number;
  windy: number;
}) {
  const { x, y } = scales(tables);
  return (
    <g className="ink-2" transform={`translate(${x(driven)} ${y(windy)})`}>
      <circle r={7} />
      <path d="M-14 0 h28 M0 -14 v28" />
    </g>
  );
}
