import { useNavigate } from "@tanstack/react-router";
import * as z from "zod/mini";
import { NO_JOB } from "../../api/outbox/write";
import { placeFacts } from "../../api/place";
import { useSession } from "../../api/queries";
import { useOpened } from "../../api/writes";
import { JOB_KIND_NAMES, RIG_CLASSES } from "../../api/generated/core";
import { useOpening } from "../../job/useOpening";
import type { RigKind } from "../../api/types";
import { JobKindPick } from "../../job/jobKindPick";
import { RigMark } from "../../drawings/rigMark";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { IntakeDrawing } from "./intakeDrawing";
import { useDraft } from "./useDraft";

const keysOf = <T extends string>(names: Record<T, unknown>) => Object.keys(names) as [T, ...T[]];

const DRAFT = z.object({
  name: z.string(),
  description: z.string(),
  due_on: z.string(),
  kind: z.enum(keysOf(RIG_CLASSES)),
  job_kind: z.enum(keysOf(JOB_KIND_NAMES)),
  typed: z.record(z.string(), z.string()),
});
type Draft = z.infer<typeof DRAFT>;
const EMPTY: Draft = {
  name: "",
  description: "",
  due_on: "",
  kind: "motorhome",
  job_kind: "upgrade",
  typed: {},
};

/** Take in a vehicle nobody has seen: the least that is needed, the rest from its class. */
export function Intake() {
  const navigate = useNavigate();
  const form = `intake ${useSession().data?.username ?? ""}`;
  const { draft, write, clear } = useDraft(form, DRAFT, EMPTY);
  const opened = useOpened();
  const { refusal, open, busy, says } = useOpening(NO_JOB);
  const complaints = refusal?.complaints ?? [];
  const { typed } = draft;
  const line = (field: "name" | "description" | "due_on") => ({
    name: field,
    value: draft[field],
    onChange: (event: React.ChangeEvent<HTMLInputElement>) =>
      write({ ...draft, [field]: event.target.value }),
  });

  function takeIn() {
    const entries = Object.entries(typed)
      .filter(([, text]) => text.trim() !== "")
      .map(([place, text]) => ({
        place,
        typed: text,
        known: place.includes("rating") ? ("plate" as const) : ("measured" as const),
        simulated: false,
      }));
    const { name, description, kind, job_kind } = draft;
    const due_on = draft.due_on || null;
    const whole = { name, description, kind, job_kind, due_on, entries };
    open(opened("/api/jobs", NO_JOB, name, whole, form));
  }

  return (
    <main className="pb-10">
      <title>Take in a vehicle · Calm Axle</title>
      <h1 className="my-4 text-2xl font-semibold">Take in a vehicle</h1>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          takeIn();
        }}
        className="grid gap-x-10 gap-y-6 lg:grid-cols-[2fr_3fr]"
      >
        <div className="grid content-start gap-5">
          <Field label="What the shop calls it" {...line("name")} required maxLength={80} />
          <Field
            label="What it is"
            {...line("description")}
            maxLength={120}
            placeholder="such as: flatbed, tows a boat"
          />
          <Field label="Wanted by" {...line("due_on")} type="date" />
          <JobKindPick
            kind={draft.job_kind}
            onChange={(job_kind) => write({ ...draft, job_kind })}
          />
          <KindPick kind={draft.kind} onPick={(kind) => write({ ...draft, kind })} />
        </div>
        <div>
          <h2 className="font-semibold">What the scale and the plates say</h2>
          <p className="text-sm text-pale">
            Leave out what you do not know: it starts from the class and is drawn hollow until
            measured.
          </p>
          <IntakeDrawing
            kind={draft.kind}
            typed={typed}
            complaints={complaints}
            onType={(place, text) => write({ ...draft, typed: { ...typed, [place]: text } })}
          />
          <div role="alert" className="min-h-6 text-sm text-stop">
            {complaints.map(({ field, message }) => (
              <p key={field + message}>
                {field in typed ? `${placeFacts(field).label}: ` : ""}
                {message}
              </p>
            ))}
          </div>
          <p role="status" className="text-sm text-pale">
            {says}
          </p>
          <div className="mt-3 flex flex-wrap gap-4">
            <Button primary type="submit" disabled={busy}>
              Open the job
            </Button>
            <Button onClick={() => void navigate({ to: "/" })}>Back to the yard</Button>
            <Button onClick={clear}>Clear the form</Button>
          </div>
        </div>
      </form>
    </main>
  );
}

type KindPickProps = { kind: RigKind; onPick: (kind: RigKind) => void };

/** What kind of vehicle it is, and what the usual figures of that kind rest on. */
function KindPick({ kind, onPick }: KindPickProps) {
  return (
    <fieldset>
      <legend className="mb-1 text-sm text-pale">
        Kind: gives the numbers nobody has measured yet
      </legend>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {(Object.keys(RIG_CLASSES) as RigKind[]).map((item) => (
          <label
            key={item}
            className="flex min-h-24 flex-col justify-between border border-line p-2 text-xs has-checked:border-2 has-checked:border-after has-focus-visible:outline-2 has-focus-visible:outline-after"
          >
            <input
              type="radio"
              name="kind"
              value={item}
              checked={kind === item}
              onChange={() => onPick(item)}
              className="sr-only"
            />
            <RigMark kind={item} />
            {RIG_CLASSES[item].label}
          </label>
        ))}
      </div>
      <p className="mt-2 text-xs text-pale">{RIG_CLASSES[kind].rests_on}</p>
    </fieldset>
  );
}
