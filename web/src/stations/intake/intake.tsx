import { useNavigate } from "@tanstack/react-router";
import { NO_JOB } from "../../api/outbox/write";
import { placeFacts } from "../../api/place";
import { useRecord } from "../../api/handOver";
import { useSession } from "../../api/queries";
import { useOpened } from "../../api/writes";
import { RIG_CLASSES } from "../../api/generated/core";
import { FirstAnswer } from "../../job/firstAnswer";
import { asFirst, DRAFT, draftKey, EMPTY, LOAD_PLACES } from "../../job/firstNumbers";
import { useDraft } from "../../job/useDraft";
import { useOpening } from "../../job/useOpening";
import type { RigKind } from "../../api/types";
import { JobKindPick } from "../../job/jobKindPick";
import { grouped } from "../../drawings/quantity";
import { RigMark } from "../../drawings/rigMark";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { BarsSeen } from "./barsSeen";
import { IntakeDrawing } from "./intakeDrawing";
import { TakeInRecord } from "./takeInRecord";

/** Take in a vehicle nobody has seen: the least that is needed, the rest from its class. */
export function Intake() {
  const navigate = useNavigate();
  const form = draftKey(useSession().data?.username ?? "");
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

  const type = (place: string, text: string) =>
    write({ ...draft, typed: { ...typed, [place]: text } });
  const weighed = LOAD_PLACES.every((place) => typed[place]?.trim());

  function takeIn() {
    const { name, description, job_kind } = draft;
    const whole = { ...asFirst(draft), name, description, job_kind, due_on: draft.due_on || null };
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
          <IntakeDrawing kind={draft.kind} typed={typed} complaints={complaints} onType={type} />
          <BarsSeen
            bars={draft.bars}
            typed={typed}
            onSee={(axle, seen) => write({ ...draft, bars: { ...draft.bars, [axle]: seen } })}
            onType={type}
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
          <section aria-label="A first answer" className="mt-6 border-t border-line pt-3">
            <h2 className="mb-1 font-semibold">A first answer</h2>
            {weighed ? (
              <FirstAnswer first={asFirst(draft)} />
            ) : (
              <p className="text-sm text-pale">
                Two axle loads, and the caliper on the bars, give its lean, how sure that is, and
                the sets worth a look.
              </p>
            )}
          </section>
        </div>
      </form>
      <TakeInRecord />
    </main>
  );
}

type KindPickProps = { kind: RigKind; onPick: (kind: RigKind) => void };

/** Where the shop's own record has corrected what this kind starts from, that is said. */
function OwnRecord({ kind }: { kind: RigKind }) {
  const standing = useRecord().data?.corrections.find(({ rig_kind }) => rig_kind === kind);
  if (!standing) return null;
  return (
    <p className="text-xs text-after">
      Its springs start at {grouped(standing.factor, 2)} of that, by our own record of{" "}
      {standing.jobs.length} jobs.
    </p>
  );
}

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
      <OwnRecord kind={kind} />
    </fieldset>
  );
}
