import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";

const WIDTH = 340;
const HEIGHT = 148;
const CORNERS = [
  { key: "front_right", name: "front right", x: 66, y: 22 },
  { key: "rear_right", name: "rear right", x: 258, y: 22 },
  { key: "front_left", name: "front left", x: 66, y: 126 },
  { key: "rear_left", name: "rear left", x: 258, y: 126 },
] as const;
const NOISES = [
  { value: "none", text: "quiet" },
  { value: "squeak", text: "squeak" },
  { value: "clunk", text: "clunk" },
];

/** From above, front to the left: which corner makes which noise. */
export function Noises() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const noises: Record<string, string> = job.complaint.noises ?? {};
  const drawing = (
    <>
      <rect x={24} y={48} width={280} height={52} rx={10} className="ink-1" />
      <path className="pale-1" d="M12 74 l8 -5 v10 z" />
      {CORNERS.map(({ key, x, y }) => (
        <rect
          key={key}
          x={x - 20}
          y={y < 70 ? 44 : 92}
          width={40}
          height={12}
          rx={3}
          className="ink-2"
          style={{ fill: (noises[key] ?? "none") === "none" ? "var(--paper)" : "var(--watch)" }}
        />
      ))}
    </>
  );
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says="The vehicle from above with its four corners."
      drawing={drawing}
    >
      {CORNERS.map(({ key, name, x, y }) => (
        <select
          key={key}
          aria-label={`Noise at the ${name}`}
          data-place={`noises.${key}`}
          disabled={!writable}
          value={noises[key] ?? "none"}
          onChange={(event) =>
            void writes.enterOnPaper("complaint", `noises.${key}`, event.target.value)
          }
          className="absolute min-h-11 -translate-x-1/2 -translate-y-1/2 bg-paper text-sm"
          style={{ left: `${(x / WIDTH) * 100}%`, top: `${(y / HEIGHT) * 100}%` }}
        >
          {NOISES.map(({ value, text }) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      ))}
    </SheetOfPaper>
  );
}
