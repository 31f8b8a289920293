import { PICKS } from "../../api/generated/core";
import { Alert } from "../../ui/alert";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { measuredAt } from "../../api/place";
import { quantity } from "../../drawings/quantity";
import { Pick } from "../../ui/pick";

const END = { front: "Front", rear: "Rear" } as const;
const options = (words: readonly string[]) =>
  words.map((value) => ({ value, text: value === "unseen" ? "not seen" : value }));

/** What a kit's sheet asks: rust of the whole, crossmember, shock mounts, axle tubes and vents. */
export function UndersideFacts() {
  const { job, practice, writes } = useJobView();
  const writable = useWritable();
  const look = job.look_over;
  // A short job is asked only about parts that it looks at.
  const asks = (kind: string, axle: "front" | "rear") =>
    practice?.parts.some((part) => part.kind === kind && part.axle === axle) ?? false;
  const write = (place: string) => (typed: string) =>
    void writes.enterOnPaper("look_over", place, typed);
  const axles = ["front", "rear"] as const;
  const tubes = axles.filter((axle) => asks("axle_tube", axle));
  return (
    <div className="grid gap-x-6 sm:grid-cols-2">
      <Pick
        label="Rust of the whole underside"
        place="rust"
        value={look.rust ?? "unseen"}
        options={options(PICKS.rust)}
        disabled={!writable}
        onChange={write("rust")}
      />
      {asks("crossmember", "front") && (
        <Pick
          label="Crossmember at the front axle"
          place="crossmember"
          value={look.crossmember ?? "unseen"}
          options={options(PICKS.crossmember)}
          disabled={!writable}
          onChange={write("crossmember")}
        />
      )}
      {axles
        .filter((axle) => asks("shock_mount", axle))
        .map((axle) => (
          <Pick
            key={axle}
            label={`${END[axle]} lower shock mounts: held by`}
            place={`${axle}_shock_mount`}
            value={look[`${axle}_shock_mount`] ?? "unseen"}
            options={options(PICKS.shock_mount)}
            disabled={!writable}
            onChange={write(`${axle}_shock_mount`)}
          />
        ))}
      {tubes.map((axle) => {
        const tube = look[`${axle}_tube`];
        return (
          <div key={axle} className="contents">
            <TubeDiameter axle={axle} />
            <Pick
              label={`${END[axle]} tube is`}
              place={`${axle}_tube.shape`}
              value={tube?.shape ?? "unseen"}
              options={options(PICKS.shape)}
              disabled={!writable}
              onChange={write(`${axle}_tube.shape`)}
            />
            <Pick
              label={`${END[axle]} vent sits`}
              place={`${axle}_tube.vent`}
              value={tube?.vent ?? "unseen"}
              options={options(PICKS.vent)}
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
