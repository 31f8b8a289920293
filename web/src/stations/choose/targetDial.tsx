import { Dimension } from "../../drawings/dimension";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { degrees, inDegrees } from "../../drawings/quantity";

const WIDTH = 330;
const HEIGHT = 112;
const PIVOT = { x: 90, y: 104 };
const RADIUS = 80;
/** The dial runs to this lean, drawn nine times as large. */
const MOST_DEG = 8;
const LARGER = 9;

type TargetDialProps = {
  place: string;
  title: string;
  before: number;
  after: number;
  aimed: number | undefined;
};

/** A lean dial: dashed as it stands, solid as chosen, and a gate at what is aimed at. */
export function TargetDial({ place, title, before, after, aimed }: TargetDialProps) {
  const missed = aimed !== undefined && after > aimed + 0.0009;
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says={`Lean in the ${title}: ${degrees(before)} before, ${degrees(after)} as chosen${aimed === undefined ? "" : `, ${degrees(aimed)} aimed at`}.`}
      drawing={
        <g>
          <path className="pale-1" d={arc(0, MOST_DEG)} />
          {[0, 2, 4, 6, 8].map((mark) => {
            const [low, high, text] = [at(mark, 0), at(mark, 6), at(mark, 14)];
            return (
              <g key={mark}>
                <line className="pale-1" x1={low.x} y1={low.y} x2={high.x} y2={high.y} />
                <text className="num pale" x={text.x} y={text.y + 3} textAnchor="middle">
                  {mark}°
                </text>
              </g>
            );
          })}
          {aimed !== undefined && (
            <path
              d={arc(0, onDial(aimed))}
              fill="none"
              stroke={missed ? "var(--watch)" : "var(--after)"}
              strokeWidth={5}
              strokeOpacity={0.55}
            />
          )}
          <Needle degrees={onDial(before)} className="before-line" />
          <Needle degrees={onDial(after)} className="after-line" />
          <circle cx={PIVOT.x} cy={PIVOT.y} r={3} className="ink-1" />
          <text x={204} y={26}>
            {title}
          </text>
          <text className="num pale" x={204} y={46}>
            now {degrees(before)}
          </text>
          <text className="num" x={204} y={64} style={{ fill: "var(--after)" }}>
            chosen {degrees(after)}
          </text>
          <text className="pale" x={204} y={88}>
            {missed ? "missed:" : "aimed at"}
          </text>
        </g>
      }
    >
      <Dimension place={place} x={262} y={84} align="start" wanted />
    </SheetOfPaper>
  );
}

const onDial = (rad: number) => Math.min(inDegrees(rad), MOST_DEG);

function at(degreesShown: number, out: number) {
  const turn = ((degreesShown * LARGER - 36) * Math.PI) / 180;
  const r = RADIUS + out;
  return { x: PIVOT.x + r * Math.sin(turn), y: PIVOT.y - r * Math.cos(turn) };
}

function arc(from: number, to: number): string {
  const [a, b] = [at(from, 0), at(to, 0)];
  return `M${a.x} ${a.y} A${RADIUS} ${RADIUS} 0 0 1 ${b.x} ${b.y}`;
}

function Needle({ degrees: shown, className }: { degrees: number; className: string }) {
  const end = at(shown, -4);
  return <line className={className} x1={PIVOT.x} y1={PIVOT.y} x2={end.x} y2={end.y} />;
}
