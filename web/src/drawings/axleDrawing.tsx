import type { Axle, Bar } from "../api/types";
import type { EndFrame } from "./endGeometry";
import { springLine } from "./endGeometry";
import { pathOf } from "./point";

type AxleDrawingProps = {
  axle: Axle;
  frame: EndFrame;
  /** Bars from the top down; a chosen one is drawn in the accent. */
  bars: { bar: Bar; chosen: boolean }[];
};

/** An axle end on: wheels, beam or arms, springs, and bars with their links. */
export function AxleDrawing({ axle, frame, bars }: AxleDrawingProps) {
  const { middle, hub, floor, pxPerM } = frame;
  const half = (axle.track_m.value / 2) * pxPerM;
  const spring = ((axle.spring_base_m?.value ?? axle.track_m.value * 0.7) / 2) * pxPerM;
  const solid = axle.suspension === "solid";
  const top = solid ? hub - 6 : hub - 10;
  return (
    <g>
      {solid ? (
        <>
          <line
            className="ink-2"
            x1={middle - half}
            x2={middle + half}
            y1={hub}
            y2={hub}
            strokeWidth={4}
          />
          <circle
            cx={middle}
            cy={hub}
            r={0.15 * pxPerM}
            className="ink-2"
            style={{ fill: "var(--paper)" }}
          />
        </>
      ) : (
        [-1, 1].map((side) => (
          <path
            key={side}
            className="ink-2"
            d={`M${middle + side * half} ${hub + 8} L${middle + side * half * 0.32} ${hub + 2} M${middle + side * half} ${hub - 10} L${middle + side * half * 0.42} ${hub - 14}`}
          />
        ))
      )}
      {[-1, 1].map((side) => (
        <path
          key={side}
          className="ink-1"
          d={pathOf(springLine(middle + side * spring, top, floor, 0.05 * pxPerM), false)}
        />
      ))}
      {bars.map(({ bar, chosen }, i) => (
        <BarDrawing key={i} bar={bar} chosen={chosen} axle={axle} frame={frame} row={i} />
      ))}
      {frame.wheels.map(({ x, width, height }) => (
        <rect
          key={x}
          x={x - width / 2}
          y={frame.ground - height}
          width={width}
          height={height}
          rx={Math.min(width / 2, 9)}
          className="ink-2"
          style={{ fill: "var(--paper)" }}
        />
      ))}
    </g>
  );
}

type BarDrawingProps = { bar: Bar; chosen: boolean; axle: Axle; frame: EndFrame; row: number };

/** A bar as thick as it is, with a link up to the frame at each end. */
function BarDrawing({ bar, chosen, axle, frame, row }: BarDrawingProps) {
  const { middle, hub, floor, pxPerM } = frame;
  const link = ((axle.link_spacing_m?.value ?? axle.track_m.value * 0.62) / 2) * pxPerM;
  const y = hub + (row === 0 ? -0.13 : 0.15) * pxPerM;
  const reach = link + row * 5;
  const thick = Math.max(2.5, bar.outside_diameter_m.value * pxPerM * 1.4);
  const colour = chosen ? "var(--after)" : "var(--ink)";
  return (
    <g stroke={colour} fill="none">
      <line
        x1={middle - reach}
        x2={middle + reach}
        y1={y}
        y2={y}
        strokeWidth={thick}
        strokeLinecap="round"
      />
      {bar.bore_m.value > 0 && (
        <line
          x1={middle - reach + 3}
          x2={middle + reach - 3}
          y1={y}
          y2={y}
          stroke="var(--paper)"
          strokeWidth={thick * (bar.bore_m.value / bar.outside_diameter_m.value)}
        />
      )}
      {[-1, 1].map((side) => (
        <line
          key={side}
          x1={middle + side * reach}
          x2={middle + side * reach}
          y1={y}
          y2={floor}
          strokeWidth={1.6}
        />
      ))}
    </g>
  );
}
