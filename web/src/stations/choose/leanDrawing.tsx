import { Drawing } from "../../drawings/drawing";
import type { AxleName, Evaluation, SetUp, Sheet } from "../../api/types";
import { AxleDrawing } from "../../drawings/axleDrawing";
import { bodyOutline, endFrame } from "../../drawings/endGeometry";
import { Ground } from "../../drawings/ground";
import { roundedPath } from "../../drawings/point";
import { degrees, grouped, inDegrees, known, padReading } from "../../drawings/quantity";
import type { Reading } from "./condition";

const WIDTH = 760;
const HEIGHT = 452;
const MIDDLE = 372;
const GROUND = 352;
const TOP = 66;
/** Small angles are drawn larger than true, and the page says so. */
export const DRAWN_LARGER = 3;

type LeanDrawingProps = {
  sheet: Sheet;
  setUp: SetUp;
  axleName: AxleName;
  before: Reading;
  after: Reading | null;
  shown: "before" | "after";
  rollAxisM: number;
  windMps: number;
  pair: Evaluation["rear"];
};

const drawnDegrees = (rad: number) => inDegrees(rad) * DRAWN_LARGER;

/** Body and axle leaning by the computed angles; wheel-load columns grow under the tyres. */
export function LeanDrawing(props: LeanDrawingProps) {
  const { sheet, setUp, axleName, before, after, shown, rollAxisM, windMps, pair } = props;
  const axle = sheet[axleName];
  const pxPerM = Math.min((GROUND - TOP) / sheet.roof_height_m.value, 128);
  const frame = endFrame(sheet, axle, pxPerM, MIDDLE, GROUND);
  const outline = roundedPath(bodyOutline(sheet.kind, frame), 16);
  const pivot = `${MIDDLE} ${GROUND - rollAxisM * pxPerM}`;
  const choice = setUp[axleName];
  const standing = choice?.action === "replace" ? null : axle.standard_bar;
  const bars = [
    ...(standing ? [{ bar: standing.bar, chosen: false }] : []),
    ...(choice ? [{ bar: choice.fitted.bar, chosen: true }] : []),
  ];
  const now = after ?? before;
  const tyreRad = axleName === "rear" ? now.rearTyreRad : now.frontTyreRad;
  const says =
    `The ${axleName} end leans ${degrees(before.leanRad)} before` +
    (after ? ` and ${degrees(after.leanRad)} after.` : ".");
  return (
    <Drawing width={WIDTH} height={HEIGHT} startAt={0.5} role="img" aria-label={says}>
      <Dial before={before.leanRad} after={after?.leanRad ?? null} />
      <WindArrows windMps={windMps} top={Math.max(frame.roof + 20, 112)} bottom={frame.floor} />
      <Ground left={190} right={560} y={GROUND} />
      <g className="leans" transform={`rotate(${drawnDegrees(tyreRad)} ${MIDDLE} ${GROUND})`}>
        <AxleDrawing axle={axle} frame={frame} bars={bars} />
      </g>
      <path
        data-testid="body-before"
        data-lean={before.leanRad}
        d={outline}
        className="before-line leans"
        strokeWidth={shown === "before" ? 2.2 : 1.6}
        transform={`rotate(${drawnDegrees(before.leanRad)} ${pivot})`}
      />
      {after && (
        <path
          data-testid="body-after"
          data-lean={after.leanRad}
          d={outline}
          className="after-line leans"
          transform={`rotate(${drawnDegrees(after.leanRad)} ${pivot})`}
        />
      )}
      <circle cx={MIDDLE} cy={GROUND - rollAxisM * pxPerM} r={3.5} className="ink-1" />
      <WheelColumns
        axleName={axleName}
        frameHalf={(axle.track_m.value / 2) * pxPerM}
        before={before}
        after={after}
        shown={shown}
      />
      <StiffnessStacks pair={pair} />
    </Drawing>
  );
}

/** Angles over the roof, three times as large as true like the body below. */
function Dial({ before, after }: { before: number; after: number | null }) {
  const radius = 232;
  const centre = { x: MIDDLE, y: 34 + radius };
  const at = (rad: number, r: number) => ({
    x: centre.x + r * Math.sin(rad * DRAWN_LARGER),
    y: centre.y - r * Math.cos(rad * DRAWN_LARGER),
  });
  const marks = Array.from({ length: 17 }, (_, i) => i - 2);
  const ends = [at((-2 * Math.PI) / 180, radius), at((14 * Math.PI) / 180, radius)] as const;
  return (
    <g>
      <path
        className="pale-1"
        d={`M${ends[0].x} ${ends[0].y} A${radius} ${radius} 0 0 1 ${ends[1].x} ${ends[1].y}`}
      />
      {marks.map((mark) => {
        const rad = (mark * Math.PI) / 180;
        const [low, high] = [at(rad, radius), at(rad, radius + (mark % 2 ? 5 : 9))];
        const text = at(rad, radius + 18);
        return (
          <g key={mark}>
            <line className="pale-1" x1={low.x} y1={low.y} x2={high.x} y2={high.y} />
            {mark % 2 === 0 && (
              <text className="pale num" x={text.x} y={text.y + 4} textAnchor="middle">
                {Math.abs(mark)}°
              </text>
            )}
          </g>
        );
      })}
      <Pointer from={at(before, radius - 2)} to={at(before, radius - 26)} className="before-line" />
      {after !== null && (
        <Pointer from={at(after, radius - 2)} to={at(after, radius - 26)} className="after-line" />
      )}
      <text x={30} y={30}>
        before
      </text>
      <text
        x={30}
        y={52}
        className="num"
        fontSize={17}
        data-testid="lean-before"
        style={{ fontSize: 17, fill: "var(--before)" }}
      >
        {degrees(before)}
      </text>
      {after !== null && (
        <>
          <text x={104} y={30}>
            after
          </text>
          <text
            x={104}
            y={52}
            className="num"
            data-testid="lean-after"
            style={{ fontSize: 17, fill: "var(--after)" }}
          >
            {degrees(after)}
          </text>
        </>
      )}
    </g>
  );
}

type PointerProps = {
  from: { x: number; y: number };
  to: { x: number; y: number };
  className: string;
};

function Pointer({ from, to, className }: PointerProps) {
  return <line className={className} x1={from.x} y1={from.y} x2={to.x} y2={to.y} />;
}

function WindArrows({ windMps, top, bottom }: { windMps: number; top: number; bottom: number }) {
  if (windMps === 0) return null;
  const rows = [0, 1, 2, 3, 4];
  // A little less near the ground, as wind is.
  const shares = [0.95, 1, 1, 0.92, 0.8];
  return (
    <g>
      <text className="pale num" x={30} y={top - 14}>
        {known(windMps, "speed", 0.1)}
      </text>
      {rows.map((row) => {
        const y = top + ((bottom - top) * row) / 4;
        const end = 30 + (16 + windMps * 5.2) * (shares[row] ?? 1);
        return <path key={row} className="pale-1" d={`M30 ${y} H${end} m-8 -4 l8 4 l-8 4`} />;
      })}
    </g>
  );
}

type WheelColumnsProps = {
  axleName: AxleName;
  frameHalf: number;
  before: Reading;
  after: Reading | null;
  shown: "before" | "after";
};

/** Loads of this axle's wheels at rest height below the ground: dashed before, filled after. */
function WheelColumns({ axleName, frameHalf, before, after, shown }: WheelColumnsProps) {
  const [left, right] = axleName === "rear" ? [2, 3] : [0, 1];
  const most = Math.max(...before.wheelsN, ...(after?.wheelsN ?? []), 1);
  const height = (newtons: number) => Math.max(0, (newtons / most) * 58);
  const written = shown === "after" && after ? after : before;
  return (
    <g>
      {[
        { wheel: left, x: MIDDLE - frameHalf, side: -1, name: "left" },
        { wheel: right, x: MIDDLE + frameHalf, side: 1, name: "right" },
      ].map(({ wheel, x, side, name }) => {
        const newtons = written.wheelsN[wheel] ?? 0;
        return (
          <g key={name}>
            {after && (
              <rect
                x={x - 8}
                y={GROUND + 12}
                width={16}
                height={height(after.wheelsN[wheel] ?? 0)}
                fill="var(--after)"
              />
            )}
            <rect
              x={x - 13}
              y={GROUND + 12}
              width={26}
              height={height(before.wheelsN[wheel] ?? 0)}
              className="before-line"
              strokeWidth={1.2}
            />
            <text
              className="num"
              x={x + side * 24}
              y={GROUND + 34}
              textAnchor={side < 0 ? "end" : "start"}
              data-testid={`wheel-${name}`}
            >
              {newtons < 0 ? "lifted" : padReading(newtons)}
            </text>
          </g>
        );
      })}
      {written.wheelsN.some((newtons) => newtons < 0) && (
        <text x={MIDDLE} y={HEIGHT - 8} textAnchor="middle" style={{ fill: "var(--watch)" }}>
          A wheel has lifted: past this bend the figures no longer hold.
        </text>
      )}
    </g>
  );
}

const PARTS = [
  { key: "springs", name: "springs" },
  { key: "air_bags", name: "air bags" },
  { key: "standard_bar", name: "standard bar" },
  { key: "chosen_bar", name: "chosen bar" },
] as const;

/** Where this axle's roll stiffness comes from, before and after, as two stacks. */
function StiffnessStacks({ pair }: { pair: Evaluation["rear"] }) {
  const base = GROUND;
  const most = Math.max(pair.before.suspension, pair.after.suspension);
  const scale = 200 / most;
  const perDegree = (value: number) => grouped((value * Math.PI) / 180 / 1e3, 1);
  return (
    <g>
      <text x={600} y={96}>
        Roll stiffness
      </text>
      <text className="pale" x={600} y={112}>
        of this axle, kN·m per degree
      </text>
      {[
        { when: "before", parts: pair.before, x: 600 },
        { when: "after", parts: pair.after, x: 650 },
      ].map(({ when, parts, x }) => (
        <g key={when}>
          {PARTS.map(({ key, name }, i) => {
            const below = PARTS.slice(0, i).reduce((sum, part) => sum + parts[part.key], 0);
            const tall = parts[key] * scale;
            if (tall === 0) return null;
            const y = base - below * scale - tall;
            const fill = key === "chosen_bar" ? "var(--after)" : "none";
            return (
              <g key={key}>
                <rect
                  x={x}
                  y={y}
                  width={34}
                  height={tall}
                  fill={fill}
                  stroke={
                    when === "before"
                      ? "var(--before)"
                      : key === "chosen_bar"
                        ? "var(--after)"
                        : "var(--ink)"
                  }
                  strokeDasharray={when === "before" ? "4 3" : undefined}
                />
                {when === "after" && tall > 9 && (
                  <text className="pale" x={x + 40} y={y + tall / 2 + 4}>
                    {name}
                  </text>
                )}
              </g>
            );
          })}
          <text
            className="num"
            x={x + 17}
            y={base - parts.suspension * scale - 6}
            textAnchor="middle"
          >
            {perDegree(parts.suspension)}
          </text>
          <text className="pale" x={x + 17} y={base + 15} textAnchor="middle">
            {when}
          </text>
        </g>
      ))}
    </g>
  );
}
