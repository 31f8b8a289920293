import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { HEARD, SINCE, TROUBLES } from "../../api/generated/core";
import { useHandOverWrites } from "../../api/handOver";
import { useWritable } from "../../api/session";
import type { HandOverView, TroubleAfter } from "../../api/types";
import { percent } from "../../drawings/quantity";
import { shortDay } from "../../job/days";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Pick as PickOne } from "../../ui/pick";

/** What the owner notices afterwards: three questions, the likely part, and what it was. */
export function NoisesSheet({ view }: { view: HandOverView }) {
  const writable = useWritable();
  return (
    <div className="grid gap-6 py-3 lg:grid-cols-[2fr_3fr]">
      {writable ? <Ask view={view} /> : <span />}
      <div className="grid content-start gap-5">
        {view.troubles.length === 0 && <p className="text-pale">Nothing was told so far.</p>}
        {view.troubles.toReversed().map((one) => (
          <Told key={one.id} jobId={view.job_id} told={one} />
        ))}
      </div>
    </div>
  );
}

const asOptions = <T extends string>(names: readonly T[]) =>
  names.map((value) => ({ value, text: value }));

type Noise = Pick<TroubleAfter, "trouble" | "heard" | "since" | "said">;

function Ask({ view }: { view: HandOverView }) {
  const writes = useHandOverWrites(view.job_id);
  const [told, setTold] = useState<Noise>({
    trouble: TROUBLES[0],
    heard: HEARD[0],
    since: SINCE[0],
    said: "",
  });
  const { refusal, attempt } = useAttempt();
  return (
    <section aria-label="What is noticed">
      <h2 className="font-semibold">What is noticed?</h2>
      <PickOne
        label="What"
        value={told.trouble}
        options={asOptions(TROUBLES)}
        onChange={(trouble) => setTold({ ...told, trouble })}
      />
      <PickOne
        label="When"
        value={told.heard}
        options={asOptions(HEARD)}
        onChange={(heard) => setTold({ ...told, heard })}
      />
      <PickOne
        label="Since when"
        value={told.since}
        options={asOptions(SINCE)}
        onChange={(since) => setTold({ ...told, since })}
      />
      <Field
        label="In the owner's words"
        value={told.said}
        maxLength={300}
        onChange={(event) => setTold({ ...told, said: event.target.value })}
      />
      <Button primary className="mt-3" onClick={() => void attempt(() => writes.tellNoise(told))}>
        Where does it come from?
      </Button>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}

type ToldProps = { jobId: number; told: TroubleAfter };

function Told({ jobId, told }: ToldProps) {
  const found = told.found_by !== "";
  const likely = told.likely.filter(({ share }) => share > 0.03);
  return (
    <article aria-label={told.trouble} className="border-t border-ink pt-2">
      <h2 className="font-semibold first-letter:uppercase">
        {told.trouble}, {told.heard}, {told.since}
      </h2>
      <p className="text-sm text-pale">
        {told.said && `“${told.said}” `}
        {told.person}, {shortDay(told.made_at)}
      </p>
      {found ? (
        <p className="mt-1 border-l-4 border-after pl-3">
          It was {told.causes.find(({ key }) => key === told.cause)?.part ?? "something else"}
          {told.found && `: ${told.found}`}. {told.found_by}
        </p>
      ) : (
        <ol className="mt-1">
          {likely.map(({ cause, share, here, of }, i) => (
            <li key={cause.key} className="border-t border-line py-2 text-sm">
              <p>
                <span className="figure mr-2">{percent(share)}</span>
                <span className="font-semibold first-letter:uppercase">{cause.part}</span>:{" "}
                {cause.why}
                {of > 0 && (
                  <span className="text-pale">
                    {" "}
                    Here {here} of {of} times.
                  </span>
                )}
              </p>
              {i < 2 && <p className="mt-1">Check in the bay: {cause.check}</p>}
            </li>
          ))}
        </ol>
      )}
      <WhatItWas jobId={jobId} told={told} />
    </article>
  );
}

const ELSE = "";

function WhatItWas({ jobId, told }: ToldProps) {
  const writes = useHandOverWrites(jobId);
  const writable = useWritable();
  const [cause, setCause] = useState(told.cause || (told.likely[0]?.cause.key ?? ELSE));
  const [found, setFound] = useState(told.found);
  const { refusal, attempt } = useAttempt();
  if (!writable) return null;
  return (
    <div className="mt-1 grid gap-x-5 gap-y-2 sm:grid-cols-2">
      <PickOne
        label="It was"
        value={cause}
        options={[
          ...told.causes.map(({ key, part }) => ({ value: key, text: part })),
          { value: ELSE, text: "something else" },
        ]}
        onChange={setCause}
      />
      <Field
        label="What was found"
        value={found}
        maxLength={300}
        onChange={(event) => setFound(event.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <Button
          onClick={() => void attempt(() => writes.sayCause({ trouble_id: told.id, cause, found }))}
        >
          Keep what it was
        </Button>
        {told.found_by === "" && (
          <Button onClick={() => void attempt(() => writes.takeNoiseBack(told.id))}>
            Told by mistake
          </Button>
        )}
      </div>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}
