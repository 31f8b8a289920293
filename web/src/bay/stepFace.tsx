import { useState } from "react";
import { useBayWrites } from "../api/bay";
import { useSent } from "../api/outbox/useOutbox";
import type { BayWork, InHand, Sheet } from "../api/types";
import { StepPlace } from "../job/stepPlace";
import { Fold } from "../ui/fold";
import { AnswerForm } from "./answerForm";
import { BigButton } from "./bigButton";
import { Refused } from "./refused";
import { KeepHours } from "./keepHours";
import { Settled } from "./settled";
import { SettleForm } from "./settleForm";
import { answeredBy, inTrouble, Tools } from "./stepFacts";
import { jointOf, settledAxle } from "./standing";
import type { Standing } from "./standing";
import { TorqueLog } from "./torqueLog";
import { Trouble } from "./trouble";
import { useVoice } from "./useVoice";

type StepFaceProps = {
  bay: BayWork;
  standing: Standing;
  sheet: Sheet | undefined;
  /** Others who have this very step before them. */
  others: InHand[];
  then: string | undefined;
  onOpen: (key: string) => void;
  onDone: () => void;
  onBack: () => void;
};

/** One step as it is read at arm's length: cautions, what, where, sockets, and the one thing to do. */
export function StepFace(props: StepFaceProps) {
  const { bay, standing, sheet, others, then, onOpen, onDone, onBack } = props;
  const { step, stands, restsOn } = standing;
  const [trouble, setTrouble] = useState(false);
  const writes = useBayWrites(bay.job_id);
  const sent = useSent(bay.job_id);
  const cautions = step.cautions ?? [];
  const voice = useVoice([...cautions, step.what, ...(step.tools ?? [])].join(". "));
  if (trouble) return <Trouble bay={bay} step={step} onClose={() => setTrouble(false)} />;
  const axle = settledAxle(bay, step);
  const settling = axle && bay.settling[axle];
  const first = bay.steps.find(({ key }) => key === restsOn[0]);
  return (
    <>
      {cautions.map((caution) => (
        <p key={caution} className="mt-2 border-l-4 border-watch pl-3 text-lg text-watch">
          {caution}
        </p>
      ))}
      {inTrouble(bay, step).map((says) => (
        <p key={says} className="mt-2 border-l-4 border-stop pl-3 text-lg text-stop">
          {says}
        </p>
      ))}
      {others.map(({ username, person }) => (
        <p key={username} className="mt-2 text-lg text-watch">
          {person} has this step in hand.
        </p>
      ))}
      <h1 className="mt-3 text-2xl leading-tight font-semibold sm:text-3xl">{step.what}</h1>
      <p className="mt-1 text-pale">{step.why}</p>
      {sheet && (
        <div className="mx-auto w-full max-w-xl">
          <StepPlace sheet={sheet} step={step} />
        </div>
      )}
      <Tools step={step} />
      <div
        className={`mt-auto bg-paper pt-4 pb-2 ${standing.missing[0] === "tick" ? "sticky bottom-0" : ""}`}
      >
        <Refused bay={bay} sent={sent} standing={standing} onLetGo={(id) => writes.letGo(id)} />
        {stands === "waits" && first ? (
          <BigButton onClick={() => onOpen(first.key)}>
            First: {first.what.replace(/\.$/, "")}
          </BigButton>
        ) : stands === "done" ? (
          <>
            <p className="text-after">{answeredBy(bay, standing)}</p>
            {axle && settling && (
              <>
                <Settled settling={settling} />
                <Fold nameClass="min-h-14" title="Set it anew">
                  <SettleForm bay={bay} axle={axle} settling={settling} />
                </Fold>
              </>
            )}
            <div className="pb-3">
              <TorqueLog rows={bay.joints[jointOf(step)]?.rows ?? []} />
            </div>
            <BigButton primary onClick={onDone} hand>
              Next
            </BigButton>
            {then === undefined && <KeepHours bay={bay} />}
            {bay.answers.some((answer) => answer.step === step.key) && (
              <button
                type="button"
                onClick={() => writes.takeBack(step.key)}
                className="min-h-14 w-full text-pale underline underline-offset-4"
              >
                It was not done after all
              </button>
            )}
          </>
        ) : (
          <AnswerForm bay={bay} standing={standing} onDone={onDone} />
        )}
        <div className="mt-3 grid grid-cols-3 gap-3">
          <BigButton onClick={voice.turn} aria-pressed={voice.on}>
            {voice.on ? "Silent" : "Read aloud"}
          </BigButton>
          <BigButton onClick={() => setTrouble(true)}>Trouble</BigButton>
          <BigButton onClick={onBack}>Back</BigButton>
        </div>
        {then && <p className="pt-3 text-sm text-pale">Then: {then}</p>}
      </div>
    </>
  );
}
