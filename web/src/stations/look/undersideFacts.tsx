import { Alert } from "../../ui/alert";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { measuredAt } from "../../api/place";
import { quantity } from "../../drawings/quantity";
import { Pick } from "../../ui/pick";

const END = { front: "Front", rear: "Rear" } as const;
const RUST = ["unseen", "none", "light", "scaly", "heavy"];
const SHAPES = ["unseen", "round", "oval", "square"];
const VENTS = ["unseen", "left", "middle", "right"];
const options = (words: string[]) =>
  words.map((value) => ({ value, text: value === "unseen" ? "not seen" : value }));

/** What a kit's sheet asks: rust of the whole, and each solid axle's tube and vent. */
export function UndersideFacts() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const look = job.look_over;
  const write = (place: string) => (typed: string) =>
    void writes.enterOnPaper("look_over", place, typed);
  const tubes = (["front", "rear"] as const).filter(
    (axle) => job.sheet[axle].suspension === "solid",
  );
  return (
    <div className="grid gap-x-6 sm:grid-cols-2">
      <Pick
        label="Rust of the whole underside"
        place="rust"
        value={look.rust ?? "unseen"}
        options={options(RUST)}
        disabled={!writable}
        onChange={write("rust")}
      />
      {tubes.map((axle) => {
        const tube = look[`${axle}_tube`];
        return (
          <div key={axle} className="contents">
            <TubeDiameter axle={axle} />
            <Pick
              label={`${END[axle]} tube is`}
              place={`${axle}_tube.shape`}
              value={tube?.shape ?? "unseen"}
              options={options(SHAPES)}
              disabled={!writable}
              onChange={write(`${axle}_tube.shape`)}
            />
            <Pick
              label={`${END[axle]} vent sits`}
              place={`${axle}_tube.vent`}
              value={tube?.vent ?? "unseen"}
              options={options(VENTS)}
              disabled={!writable}
              onChange={write(`${axle}_tube.vent`)}
            />
          </div>
        );
      })}
    </div>
  );
}

function TubeDiameter({ axle }: { axle: "front" | "rear" }) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const found = measuredAt(job.look_over, `${axle}_tube.diameter_m`);
  const shown = found ? found.typed || quantity(found, "small_length") : "";
  const save = (typed: string) =>
    attempt(() => writes.enterOnPaper("look_over", `${axle}_tube.diameter_m`, typed));

  return (
    <label className="flex min-h-11 flex-wrap items-center justify-between gap-x-3 border-b border-line text-sm">
      <span className="text-pale">{END[axle]} tube ⌀</span>
      <input
        key={shown}
        defaultValue={shown}
        placeholder={'101.6 mm or 4"'}
        disabled={!writable}
        data-place={`${axle}_tube.diameter_m`}
        aria-invalid={refusal !== null}
        onBlur={(event) => {
          if (event.target.value !== shown) void save(event.target.value);
        }}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        className="figure min-h-11 w-32 bg-transparent text-right"
      />
      {refusal && (
        <Alert roomy={false} className="w-full text-xs">
          {refusal.message}
        </Alert>
      )}
    </label>
  );
}
