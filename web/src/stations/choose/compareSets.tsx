import { useMoney } from "../../job/money";
import { Drawing } from "../../drawings/drawing";
import { useCompared } from "../../api/choose";
import { useJobView } from "../../job/context";
import type { ComparedSet } from "../../api/types";
import { bodyOutline, endFrame } from "../../drawings/endGeometry";
import { Ground } from "../../drawings/ground";
import { roundedPath } from "../../drawings/point";
import { degrees, grouped, inDegrees, percent, windSpeed } from "../../drawings/quantity";
import { DRAWN_LARGER } from "./leanDrawing";
import type { NamedSet } from "./sets";
import { picksOf } from "./sets";

const LETTERS = ["A", "B", "C"];
/** Told apart without colour: by dashes, and by their letters. */
const DASHES = [undefined, "10 3", "2 3"];

type CompareSetsProps = {
  sets: NamedSet[];
  words: string[];
  onDrop: (one: NamedSet) => void;
};

/** Up to three sets on one leaning drawing, and their figures with bands below. */
export function CompareSets({ sets, words, onDrop }: CompareSetsProps) {
  const money = useMoney();
  const { job, loadKey } = useJobView();
  const compared = useCompared(job, loadKey, sets.map(picksOf));
  if (compared.isLoadingError) return <p className="text-stop">{compared.error.message}</p>;
  const found = compared.data?.slice(0, sets.length) ?? [];
  return (
    <section aria-label="Compared" className="mt-4 border-t-2 border-ink pt-2">
      <h2 className="font-semibold">Side by side</h2>
      <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[2fr_3fr]">
        <LeaningTogether found={found} />
        <table className="w-full self-start text-sm">
          <thead>
            <tr className="border-b border-ink text-left align-bottom">
              <th />
              {sets.map((one, i) => (
                <th key={words[i]} className="pb-1 pl-3 font-medium">
                  {LETTERS[i]} <span className="font-normal">{words[i]}</span>{" "}
                  <button
                    type="button"
                    onClick={() => onDrop(one)}
                    className="min-h-11 text-pale underline underline-offset-4"
                  >
                    leave out
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ROWS.map(({ name, read }) => (
              <tr key={name} className="border-b border-line">
                <td className="py-1 text-pale">{name}</td>
                {sets.map((_, i) => (
                  <td key={words[i]} className="figure pl-3">
                    {found[i] ? read(found[i], money) : "…"}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** A figure with the half width of its band, where it has one. */
function banded(
  set: ComparedSet,
  name: string,
  value: number,
  show: (value: number) => string,
): string {
  const band = set.bands.find((one) => one.name === name);
  if (band === undefined) return show(value);
  return `${show(value)} ± ${show((band.high - band.low) / 2)}`;
}

type Money = (amount: number) => string;

const ROWS: { name: string; read: (set: ComparedSet, money: Money) => string }[] = [
  {
    name: "Lean at 0.3 g",
    read: (set) => banded(set, "lean after", set.figures.lean_rad, degrees),
  },
  { name: "Saved", read: (set) => saved(set) },
  {
    name: `Lean in ${windSpeed(12)}`,
    read: (set) => banded(set, "wind lean after", set.figures.wind_lean_rad, degrees),
  },
  {
    name: "Front–rear balance",
    read: (set) => banded(set, "front–rear balance after", set.figures.front_share, percent),
  },
  { name: "Head toss, times now", read: (set) => `${grouped(set.figures.head_toss_ratio, 2)} ×` },
  { name: "Swings past centre after a push", read: (set) => grouped(set.figures.swings, 0) },
  { name: "Road may twist by", read: (set) => degrees(set.figures.articulation_rad) },
  {
    name: "Price with hours",
    read: (set, money) => (set.price === null ? "–" : money(set.price)),
  },
];

function saved(set: ComparedSet): string {
  const band = set.bands.find((one) => one.name === "lean saved");
  return band ? `${degrees(band.value)} ± ${degrees((band.high - band.low) / 2)}` : "–";
}

const WIDTH = 420;
const HEIGHT = 300;

/** The body from behind, once for each set, each by its own lean. */
function LeaningTogether({ found }: { found: ComparedSet[] }) {
  const { job, state } = useJobView();
  if (state === undefined) return null;
  const axle = job.sheet.rear;
  const pxPerM = Math.min(220 / job.sheet.roof_height_m.value, 100);
  const ground = HEIGHT - 30;
  const frame = endFrame(job.sheet, axle, pxPerM, WIDTH / 2, ground);
  const outline = roundedPath(bodyOutline(job.sheet.kind, frame), 14);
  const pivot = `${WIDTH / 2} ${ground - state.roll_axis_height_m * pxPerM}`;
  const turned = (rad: number) => inDegrees(rad) * DRAWN_LARGER;
  const says = found.map((set, i) => `${LETTERS[i] ?? ""} leans ${degrees(set.figures.lean_rad)}`);
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`At 0.3 g, drawn three times as large: ${says.join(", ")}.`}
    >
      <Ground left={60} right={WIDTH - 60} y={ground} />
      {frame.wheels.map(({ x, width, height }) => (
        <rect
          key={x}
          x={x - width / 2}
          y={ground - height}
          width={width}
          height={height}
          rx={6}
          className="ink-1"
        />
      ))}
      <path
        d={outline}
        className="before-line"
        transform={`rotate(${turned(state.before.reference_lean_rad)} ${pivot})`}
      />
      {found.map((set, i) => (
        <g
          key={LETTERS[i]}
          transform={`rotate(${turned(set.figures.lean_rad)} ${pivot})`}
          data-testid={`leaning-${LETTERS[i] ?? ""}`}
        >
          <path d={outline} className="after-line" strokeDasharray={DASHES[i]} strokeWidth={1.8} />
          <text
            x={WIDTH / 2 + frame.bodyHalf - 14 - i * 22}
            y={frame.roof + 18 + i * 16}
            style={{ fontWeight: 600, fill: "var(--after)" }}
          >
            {LETTERS[i]}
          </text>
        </g>
      ))}
      <text className="pale" x={10} y={HEIGHT - 8}>
        lean drawn three times as large; dashed grey as it stands
      </text>
    </Drawing>
  );
}
