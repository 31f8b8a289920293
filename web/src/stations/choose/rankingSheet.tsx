import { useMoney } from "../../job/money";
import { Alert } from "../../ui/alert";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { rankingAsked, useRanking } from "../../api/choose";
import { InWork } from "../../job/inWork";
import { GoToPlace } from "../../job/findings";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { LOAD_NAMES } from "../../api/generated/core";
import { degrees } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { CompareSets } from "./compareSets";
import { SetDetail } from "./setDetail";
import { SetTable } from "./setTable";
import type { NamedSet } from "./sets";
import { namedSets, picksOf, sameSet, setWords } from "./sets";
import { TradeOff } from "./tradeOff";

const MOST_COMPARED = 3;

/** Every feasible set: the trade-off as a picture, the table beside it, up to three compared. */
export function RankingSheet() {
  const money = useMoney();
  const { job, loadKey, writes } = useJobView();
  const writable = useWritable();
  const ranking = useRanking(job, loadKey);
  const [at, setAt] = useState<number | null>(null);
  const [compared, setCompared] = useState<NamedSet[]>([]);
  const { refusal, attempt } = useAttempt();
  const inWork = <InWork asked={rankingAsked(job, loadKey)} words="Working out every set …" />;
  if (ranking.isLoadingError && !ranking.isFetching)
    return (
      <div>
        <p className="mb-2 text-stop">{ranking.error.message}</p>
        <Button onClick={() => void ranking.refetch()}>Rank them</Button>
      </div>
    );
  if (!ranking.data) return inWork;
  const sets = namedSets(ranking.data);
  const state = job.sheet.load_states.findIndex(({ key }) => key === ranking.data.state);
  const picked = sets.find((one) => one.at === at) ?? sets[ranking.data.ranking.recommended ?? 0];
  if (picked === undefined || state < 0) return inWork;

  const suggested = ranking.data.suggested_lean_rad;

  function compare(one: NamedSet) {
    const others = compared.filter((other) => !sameSet(one, other));
    setCompared(others.length < compared.length ? others : [...others, one].slice(-MOST_COMPARED));
  }

  return (
    <div>
      <p className="mb-2 text-sm" data-testid="recommended">
        {ranking.data.ranking.recommended !== null && (
          <span className="font-semibold">Recommended: </span>
        )}
        {ranking.data.ranking.why}{" "}
        {suggested !== null && (
          <>
            Aimed at {degrees(suggested)} in the bend, suggested for its kind;{" "}
            <GoToPlace place="target.states" text="set your own target" />.{" "}
          </>
        )}
        <span className="text-pale">
          {LOAD_NAMES[ranking.data.state]}; prices hold the hours at{" "}
          {money(ranking.data.labour_cents_an_hour / 100)} an hour.
        </span>
      </p>
      <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
        <TradeOff
          sets={sets}
          state={state}
          picked={picked}
          recommended={ranking.data.ranking.recommended}
          onPick={setAt}
        />
        <div className="lg:border-l lg:border-line lg:pl-6">
          <SetDetail one={picked} state={state} />
          <div className="mt-2 flex flex-wrap gap-3">
            {writable && (
              <Button primary onClick={() => void attempt(() => writes.takeSet(picksOf(picked)))}>
                Choose this set
              </Button>
            )}
            <Button onClick={() => compare(picked)}>
              {compared.some((one) => sameSet(one, picked)) ? "Leave out" : "Compare"}
            </Button>
          </div>
          <Alert>{refusal?.message}</Alert>
        </div>
      </div>
      {compared.length > 0 && (
        <CompareSets
          sets={compared}
          words={compared.map(setWords)}
          onDrop={(one) => setCompared(compared.filter((other) => !sameSet(one, other)))}
        />
      )}
      <SetTable sets={sets} state={state} picked={picked} onPick={setAt} />
    </div>
  );
}
