import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { tape } from "../../drawings/quantity";
import { useFitView } from "./fitView";

const WIDTH = 760;
const HEIGHT = 250;

/** From above: the bar's shape, its saddles, and what lies on the tube. */
export function PlanView() {
  const { path, fit, station } = useFitView();
  const { across, bar } = station.report;
  const half = Math.max(...bar.centre_line_m.map(([, y = 0]) => Math.abs(y))) + 0.14;
  const scale = (WIDTH - 80) / (2 * half);
  const offset = fit.seat.bar_offset_m.value;
  const forward = fit.heading === "forward" ? -1 : 1;
  const axisY = fit.heading === "forward" ? HEIGHT - 66 : 74;
  const at = (y: number, x: number) => ({
    x: WIDTH / 2 - (y + offset) * scale,
    y: axisY + forward * x * scale,
  });
  const saddle = fit.seat.saddles_apart_m.value / 2;
  const wide = fit.seat.saddle_width_m.value * scale;
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says={`Plan of the bar. Saddles ${tape(fit.seat.saddles_apart_m.value)} apart.`}
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
            y2={HEIGHT - 8}
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
