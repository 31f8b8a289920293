import { shortDay } from "./days";
import { bareKnown, degrees, percent, weight } from "../drawings/quantity";
import { Choice } from "../ui/choice";
import { isChosen } from "./chosen";
import { useJobView } from "./context";
import { JOB_KIND_NAMES, LOAD_NAMES } from "../api/generated/core";

/** The stamped strip on top: which vehicle, what it carries, and what the lean becomes. */
export function RigPlate() {
  const { job, loadKey, setLoadKey } = useJobView();
  const due = job.due_on ? ` · by ${shortDay(job.due_on)}` : "";
  return (
    <section
      aria-label="Rig plate"
      className="relative flex flex-wrap items-center justify-between gap-x-8 gap-y-2 border border-ink bg-sheet px-7 py-2 max-sheet:px-5 max-sheet:py-1"
    >
      <Rivet side="left-2" />
      <Rivet side="right-2" />
      <div className="min-w-48 max-sheet:min-w-0 max-sheet:flex-1">
        <h1 className="text-lg leading-tight font-semibold max-sheet:text-base">{job.name}</h1>
        <p className="text-[13px] text-pale max-sheet:sr-only">
          {job.description ? `${job.description} · ` : ""}job {job.number},{" "}
          {JOB_KIND_NAMES[job.kind].toLowerCase()}
          {due}
        </p>
      </div>
      <div className="max-sheet:order-last max-sheet:flex max-sheet:w-full max-sheet:items-center max-sheet:justify-between">
        <Choice
          label="Load state"
          value={loadKey}
          onChange={setLoadKey}
          options={job.sheet.load_states.map(({ key }) => ({ value: key, text: LOAD_NAMES[key] }))}
        />
        <Over />
      </div>
      <AxleLoads />
      <LeanChange />
    </section>
  );
}

function Rivet({ side }: { side: string }) {
  return (
    <span
      aria-hidden="true"
      className={`absolute top-1/2 size-2 -translate-y-1/2 rounded-full border border-ink ${side}`}
    />
  );
}

/** Load and rating of both axles in the state that is looked at [kg]. */
function useAxleLoads() {
  const { job, loadKey } = useJobView();
  const state = job.sheet.load_states.find(({ key }) => key === loadKey);
  if (state === undefined) return [];
  return [
    {
      name: "Front",
      load: state.front_left_kg.value + state.front_right_kg.value,
      of: job.sheet.front.rating_kg.value,
    },
    {
      name: "Rear",
      load: state.rear_left_kg.value + state.rear_right_kg.value,
      of: job.sheet.rear.rating_kg.value,
    },
  ];
}

/** On a phone only what is wrong with the loads finds room. */
function Over() {
  const over = useAxleLoads().filter(({ load, of }) => load > of);
  if (over.length === 0) return null;
  return (
    <span className="text-sm font-semibold text-stop sheet:hidden">
      {over.map(({ name }) => name).join(" and ")} over
    </span>
  );
}

function AxleLoads() {
  const rows = useAxleLoads();
  if (rows.length === 0) return null;
  return (
    <div className="max-sheet:hidden grid grid-cols-[auto_7rem_auto] items-center gap-x-3 gap-y-0.5 text-[13px]">
      {rows.map(({ name, load, of }) => (
        <div key={name} className="contents">
          <span>{name}</span>
          <svg viewBox="0 0 120 8" className="h-2 w-full" aria-hidden="true">
            <rect x={0.5} y={0.5} width={119} height={7} className="ink-1" />
            <rect
              width={Math.min(120, (load / of) * 120)}
              height={8}
              fill={load > of ? "var(--stop)" : "var(--ink)"}
            />
          </svg>
          <span className={`figure ${load > of ? "font-semibold text-stop" : ""}`}>
            {bareKnown(load, "mass", 1)} of {weight(of)}
            {load > of ? " over" : ""}
          </span>
        </div>
      ))}
    </div>
  );
}

function LeanChange() {
  const { job, state, assessment } = useJobView();
  if (state === undefined) {
    return (
      <p className="min-w-44 text-right text-sm text-pale">
        {assessment === undefined ? "Working it out …" : "Nothing is computed; see below."}
      </p>
    );
  }
  const before = state.before.reference_lean_rad;
  const after = state.after.reference_lean_rad;
  const chosen = isChosen(job.set_up);
  const less = 1 - after / before;
  return (
    <div className="worked min-w-44 text-right max-sheet:min-w-0" data-testid="lean-change">
      <p className="text-[26px] leading-none font-semibold max-sheet:text-xl">
        <span className="font-normal text-before">{degrees(before)}</span>
        {chosen && (
          <>
            <span aria-label="becomes" className="px-1.5 font-normal">
              →
            </span>
            <span className="text-after">{degrees(after)}</span>
          </>
        )}
      </p>
      <p className="mt-1 text-[13px] text-pale max-sheet:sr-only">
        lean at 0.3 g ·{" "}
        {chosen ? `${percent(Math.abs(less))} ${less < 0 ? "more" : "less"}` : "nothing chosen"}
      </p>
    </div>
  );
}
