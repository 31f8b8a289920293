import { Link } from "@tanstack/react-router";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { STEELS } from "../../api/generated/core";
import type { Action, AxleName } from "../../api/types";
import { BarOutline } from "../../drawings/barShape";
import { Dimension } from "../../drawings/dimension";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { barRate } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";

const WIDTH = 480;
const HEIGHT = 122;

type BarEditorProps = {
  axle: AxleName;
  /** What somebody means to do while no bar is chosen for it. */
  meant: Action | undefined;
  onMean: (action: Action | undefined) => void;
};

/** The bar chosen for an axle: what is done with it, its section, steel and hole. */
export function BarEditor({ axle, meant, onMean }: BarEditorProps) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const choice = job.set_up[axle];
  const renews = job.set_up[`${axle}_joints`] === "renewed";
  const hasBar = job.sheet[axle].standard_bar != null;
  const noneThere = "There is no bar on this axle to add to or replace";
  const oneThere = "There is a bar on this axle already";

  function act(to: Action | "none") {
    onMean(to === "none" ? undefined : to);
    if (!choice) return;
    if (to === "none") void writes.takeSet({ [axle]: { action: null, renews } });
    else void writes.enterOnSetUp(`${axle}.action`, to, "measured");
  }

  return (
    <section aria-label="Bar" className="mt-1">
      <div data-place={`set_up.${axle}.action`} tabIndex={-1}>
        <Choice<Action | "none">
          label="What is done"
          value={choice?.action ?? meant ?? "none"}
          onChange={(to) => writable && act(to)}
          options={[
            { value: "none", text: "As it is" },
            {
              value: "supplement",
              text: "Add beside it",
              disabled: !hasBar,
              hint: hasBar ? undefined : noneThere,
            },
            {
              value: "replace",
              text: "Put in its place",
              disabled: !hasBar,
              hint: hasBar ? undefined : noneThere,
            },
            {
              value: "new",
              text: "New bar",
              disabled: hasBar,
              hint: hasBar ? oneThere : undefined,
            },
          ]}
        />
      </div>
      {choice ? (
        <ChosenBar axle={axle} />
      ) : (
        <NoBarYet
          meant={meant}
          onOwn={() => void writes.takeSet({ [axle]: { action: meant, renews } })}
        />
      )}
      {hasBar && choice?.action !== "replace" && (
        <label className="flex min-h-11 items-center gap-3 border-b border-line text-sm">
          <input
            type="checkbox"
            className="size-5 accent-after"
            checked={renews}
            disabled={!writable}
            data-place={`set_up.${axle}_joints`}
            onChange={(event) =>
              void writes.enterOnSetUp(
                `${axle}_joints`,
                event.target.checked ? "renewed" : "as_they_are",
                "measured",
              )
            }
          />
          Renew links and bushings of the standard bar
        </label>
      )}
    </section>
  );
}

type NoBarYetProps = { meant: Action | undefined; onOwn: () => void };

function NoBarYet({ meant, onOwn }: NoBarYetProps) {
  const writable = useWritable();
  return (
    <div className="py-3 text-sm text-pale">
      <p>
        {meant
          ? "Which bar? Take one from the racks below, or start one of your own dimensions."
          : "Nothing is chosen for this axle. Say above what is done, or take a bar from the racks below."}
      </p>
      {meant && writable && (
        <Button className="mt-2 text-ink" onClick={onOwn}>
          A bar of your own dimensions
        </Button>
      )}
    </div>
  );
}

function ChosenBar({ axle }: { axle: AxleName }) {
  const { job, assessment, writes } = useJobView();
  const writable = useWritable();
  const choice = job.set_up[axle];
  if (!choice) return null;
  const { bar, hole } = choice.fitted;
  const setbacks = bar.hole_setbacks_m;
  const place = `set_up.${axle}.fitted`;
  const rate = assessment?.evaluation?.[axle].after.chosen_bar_rate_n_per_m;

  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-x-4 text-sm">
        <p className="font-medium">{bar.name}</p>
        <label className="flex items-center gap-2">
          <span className="text-pale">Steel</span>
          <select
            data-place={`${place}.bar.steel`}
            value={bar.steel}
            disabled={!writable}
            onChange={(event) =>
              void writes.enterOnSetUp(`${axle}.fitted.bar.steel`, event.target.value, "measured")
            }
            className="min-h-11 max-w-56 border-b border-ink bg-paper"
          >
            {Object.entries(STEELS).map(([key, label]) => (
              <option key={key} value={key}>
                {label}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="max-w-xl">
        <SheetOfPaper
          width={WIDTH}
          height={HEIGHT}
          says="The bar from above with its holes, and its section."
          drawing={<BarPlan axle={axle} />}
        >
          <Dimension
            place={`${place}.bar.outside_diameter_m`}
            x={416}
            y={84}
            caption="⌀"
            showTyped
          />
          <Dimension place={`${place}.bar.bore_m`} x={438} y={110} caption="bore" />
        </SheetOfPaper>
      </div>
      <div className="flex flex-wrap items-center justify-between gap-x-4 border-b border-line text-sm">
        <fieldset className="flex items-center">
          <legend className="sr-only">Hole</legend>
          <span className="mr-1 text-pale">Hole</span>
          {setbacks.map((_, i) => (
            <button
              key={i}
              type="button"
              disabled={!writable}
              aria-pressed={hole === i}
              aria-label={`Hole ${i + 1} of ${setbacks.length}, ${i === 0 ? "outermost, softest" : i === setbacks.length - 1 ? "innermost, stiffest" : "between"}`}
              data-place={hole === i ? `${place}.hole` : undefined}
              onClick={() => void writes.enterOnSetUp(`${axle}.fitted.hole`, String(i), "measured")}
              className="grid size-11 place-items-center"
            >
              <span
                className={`size-4 rounded-full border-2 ${hole === i ? "border-after bg-after" : "border-ink"}`}
              />
            </button>
          ))}
          {setbacks.length > 1 && <span className="text-xs text-pale">softer – stiffer</span>}
        </fieldset>
        <FittedHole axle={axle} />
        <p className="flex items-baseline gap-3">
          <span className="text-pale">Bar rate</span>
          <span className="figure" data-testid="chosen-rate">
            {rate === undefined ? "–" : barRate(rate)}
          </span>
        </p>
      </div>
    </>
  );
}

/** The bar from above, to scale, with its holes; its section beside it, larger. */
function BarPlan({ axle }: { axle: AxleName }) {
  const { job } = useJobView();
  const choice = job.set_up[axle];
  if (!choice) return null;
  const { bar, hole } = choice.fitted;
  const radius = 30;
  const outside = bar.outside_diameter_m.value;
  return (
    <g>
      <BarOutline
        bar={bar}
        middle={184}
        top={24}
        width={300}
        height={90}
        stroke="var(--after)"
        hole={hole}
      />
      <text className="pale" x={184} y={58} textAnchor="middle">
        from above, to scale
      </text>
      <circle cx={438} cy={40} r={radius} fill="var(--after)" stroke="var(--ink)" />
      {bar.bore_m.value > 0 && (
        <circle
          cx={438}
          cy={40}
          r={(radius * bar.bore_m.value) / outside}
          style={{ fill: "var(--paper)" }}
          stroke="var(--ink)"
        />
      )}
    </g>
  );
}

/** The fit-up's own hole, where it has picked another than the choice: that one counts. */
function FittedHole({ axle }: { axle: AxleName }) {
  const { job } = useJobView();
  const fit = job.fitting[axle];
  const hole = job.set_up[axle]?.fitted.hole ?? 0;
  if (!fit || (fit.left.bar_hole === hole && fit.right.bar_hole === hole)) return null;
  return (
    <p className="text-watch">
      The fit-up has hole {(fit.left.bar_hole ?? 0) + 1} left, {(fit.right.bar_hole ?? 0) + 1}{" "}
      right: the figures are its own.{" "}
      <Link
        to="/jobs/$jobId/fit"
        params={{ jobId: String(job.id) }}
        search={{ axle, sheet: "holes" }}
        className="inline-block min-h-11 content-center underline underline-offset-4"
      >
        See it there
      </Link>
    </p>
  );
}
