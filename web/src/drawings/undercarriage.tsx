import type { AxleName, Sheet } from "../api/types";
import type { UnderFrame } from "./undercarriageGeometry";

/** The vehicle from below, front to the left: frame rails, axles, springs and bars. */
export function Undercarriage({ sheet, frame }: { sheet: Sheet; frame: UnderFrame }) {
  const { middle, width, axleX } = frame;
  return (
    <g>
      {[-1, 1].map((side) => (
        <path
          key={side}
          className="pale-1"
          d={`M24 ${middle + side * 56} H${width - 24} M24 ${middle + side * 68} H${width - 24}`}
        />
      ))}
      <path
        className="pale-1"
        d={`M24 ${middle - 68} V${middle + 68} M36 ${middle - 56} V${middle + 56}`}
      />
      <path
        className="pale-1"
        d={`M${width - 24} ${middle - 68} V${middle + 68} M${width - 36} ${middle - 56} V${middle + 56}`}
      />
      <path
        className="ink-1"
        strokeDasharray="10 3"
        d={`M${axleX.front + 150} ${middle - 4} H${axleX.rear - 20} M${axleX.front + 150} ${middle + 4} H${axleX.rear - 20}`}
      />
      <Exhaust frame={frame} />
      <circle cx={axleX.rear + 128} cy={middle} r={30} className="pale-1" />
      <path className="pale-1" d={`M${axleX.front - 96} ${middle - 56} V${middle + 56}`} />
      <path
        className="pale-1"
        d={`M${axleX.front + 50} ${middle - 96} V${middle + 96} M${axleX.front + 84} ${middle - 40} V${middle + 40}`}
      />
      <End name="front" sheet={sheet} frame={frame} />
      <End name="rear" sheet={sheet} frame={frame} />
      <path className="pale-1" d={`M4 ${middle} l12 -6 v12 z`} />
      <text className="pale" x={30} y={frame.height - 8}>
        left side
      </text>
      <text className="pale" x={30} y={16}>
        right side
      </text>
    </g>
  );
}

/** The exhaust as it usually runs, along the right rail and out over the rear axle. */
function Exhaust({ frame: { axleX, middle } }: { frame: UnderFrame }) {
  const y = middle - 32;
  return (
    <path
      className="pale-1"
      strokeWidth={3}
      opacity={0.6}
      d={`M${axleX.front + 60} ${y} H${axleX.rear + 150}`}
    />
  );
}

type EndProps = { name: AxleName; sheet: Sheet; frame: UnderFrame };

function End({ name, sheet, frame }: EndProps) {
  const axle = sheet[name];
  const x = frame.axleX[name];
  const { middle } = frame;
  const half = frame.halfTrack[name];
  const offsets = axle.dual_spacing_m ? [-13, 13] : [0];
  return (
    <g>
      {axle.suspension === "solid" ? (
        <>
          <path
            className="ink-2"
            d={`M${x - 5} ${middle - half} V${middle + half} M${x + 5} ${middle - half} V${middle + half}`}
          />
          <circle cx={x} cy={middle} r={20} className="ink-2" style={{ fill: "var(--paper)" }} />
        </>
      ) : (
        [-1, 1].map((side) => (
          <path
            key={side}
            className="ink-2"
            d={`M${x} ${middle + side * half} L${x - 30} ${middle + side * 34} M${x} ${middle + side * half} L${x + 30} ${middle + side * 34}`}
          />
        ))
      )}
      {[-1, 1].map((side) =>
        axle.suspension === "solid" ? (
          <rect
            key={side}
            x={x - 96}
            y={middle + side * 92 - 6}
            width={192}
            height={12}
            rx={6}
            className="pale-1"
          />
        ) : (
          <circle key={side} cx={x + 74} cy={middle + side * 92} r={14} className="pale-1" />
        ),
      )}
      {axle.standard_bar && (
        <path
          className="ink-2"
          strokeWidth={4}
          d={`M${x - 34} ${middle - 84} L${x - 58} ${middle - 74} V${middle + 74} L${x - 34} ${middle + 84}`}
        />
      )}
      {[-1, 1].flatMap((side) =>
        offsets.map((offset) => (
          <rect
            key={`${side} ${offset}`}
            x={x - 44}
            y={middle + side * (half + 18) + offset - 10}
            width={88}
            height={20}
            rx={6}
            className="ink-2"
            style={{ fill: "var(--paper)" }}
          />
        )),
      )}
      {[-1, 1].map((side) => (
        <path
          key={side}
          className="pale-1"
          d={`M${x + 4} ${middle + side * 66} H${x + 60} m-8 -4 v8 m-40 -8 v8`}
        />
      ))}
      <text x={x} y={16} textAnchor="middle" fontWeight={600}>
        {name}
      </text>
    </g>
  );
}
