import { measuredAt } from "../../api/place";
import { isChosen } from "../../app/chosen";
import { useJobView } from "../../app/jobContext";
import type { LeanSheetTables } from "../../api/types";
import { lookUp } from "../../drawings/lookup";
import { degrees, grouped } from "../../drawings/quantity";
import { isoLine } from "./isoLine";

const WIDTH = 720;
const HEIGHT = 380;
const BOX = { left: 58, right: 16, top: 26, bottom: 42 };
const LEVELS_DEG = [0.5, 1, 1.5, 2, 3, 4, 6];

/** Lines of equal lean over road speed and wind, before dashed and after solid, and the day's point. */
export function WindMap({ tables }: { tables: LeanSheetTables }) {
  const { job } = useJobView();
  const chosen = isChosen(job.set_up);
  const [road, wind] = [tables.road_m_s, tables.wind_m_s];
  const [fastest, strongest] = [road.at(-1) ?? 1, wind.at(-1) ?? 1];
  const x = (speed: number) => BOX.left + (speed / fastest) * (WIDTH - BOX.left - BOX.right);
  const y = (blow: number) =>
    HEIGHT - BOX.bottom - (blow / strongest) * (HEIGHT - BOX.top - BOX.bottom);
  const path = (table: number[][], level: number) =>
    isoLine(table, road, wind, (level * Math.PI) / 180)
      .map(([speed, blow], i) => `${i ? "L" : "M"}${x(speed).toFixed(1)} ${y(blow).toFixed(1)}`)
      .join("");
  const windy = measuredAt(job.target, "forecast_wind_m_s")?.value;
  const driven = measuredAt(job.target, "forecast_road_m_s")?.value ?? 25;
  const read = (table: number[][]) => lookUp(table, road, wind, driven, windy ?? 0);
  const says =
    windy === undefined
      ? "Enter the day’s wind below to see where it lies."
      : `${grouped(windy, 1)} m/s at ${grouped(driven * 3.6, 0)} km/h: ${degrees(read(tables.map_before_rad))} as it stands${chosen ? `, ${degrees(read(tables.map_after_rad))} as chosen` : ""}.`;
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
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="drawing block w-full"
        role="img"
        aria-label={`Lines of equal lean over road speed and wind. ${says}`}
      >
        <path
          className="ink-1"
          d={`M${BOX.left} ${BOX.top} V${HEIGHT - BOX.bottom} H${WIDTH - BOX.right}`}
        />
        {[0, 20, 40, 60, 80, 100, 120].map((kmh) => (
          <text key={kmh} className="num pale" x={x(kmh / 3.6)} y={HEIGHT - 26} textAnchor="middle">
            {kmh}
          </text>
        ))}
        {[0, 5, 10, 15, 20, 25].map((blow) => (
          <text key={blow} className="num pale" x={BOX.left - 8} y={y(blow) + 4} textAnchor="end">
            {blow}
          </text>
        ))}
        <text className="pale" x={WIDTH - BOX.right} y={HEIGHT - 8} textAnchor="end">
          road speed, km/h
        </text>
        <text className="pale" x={8} y={14}>
          side wind, m/s
        </text>
        {LEVELS_DEG.map((level) => {
          const before = path(tables.map_before_rad, level);
          const after = chosen ? path(tables.map_after_rad, level) : "";
          const end = isoLine(
            chosen ? tables.map_after_rad : tables.map_before_rad,
            road,
            wind,
            (level * Math.PI) / 180,
          ).at(-1);
          const first = isoLine(tables.map_before_rad, road, wind, (level * Math.PI) / 180)[0];
          return (
            <g key={level}>
              {before && <path className="before-line" strokeWidth={1.2} d={before} />}
              {chosen && first && (
                <text
                  className="num halo"
                  x={x(first[0]) + 8}
                  y={y(first[1]) + 4}
                  style={{ fill: "var(--before)" }}
                >
                  {level}°
                </text>
              )}
              {after && <path className="after-line" strokeWidth={1.6} d={after} />}
              {end && end[0] > fastest * 0.5 && (
                <text
                  className="num halo"
                  x={x(end[0]) - 34}
                  y={y(end[1]) + 4}
                  style={{ fill: chosen ? "var(--after)" : "var(--before)" }}
                >
                  {level}°
                </text>
              )}
            </g>
          );
        })}
        {windy !== undefined && (
          <g className="ink-2">
            <circle cx={x(driven)} cy={y(windy)} r={7} />
            <path d={`M${x(driven) - 14} ${y(windy)} h28 M${x(driven)} ${y(windy) - 14} v28`} />
          </g>
        )}
      </svg>
    </figure>
  );
}
