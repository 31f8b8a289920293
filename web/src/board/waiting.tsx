import { useLead } from "../api/session";
import { useAttempt } from "../api/attempt";
import { useBoardWrites } from "../api/board";
import type { BoardView } from "../api/types";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { beginsAt, movesOf, proposedAt, standsAt, cannotBe } from "./lanes";

type WaitingProps = { board: BoardView; onPick: (job: number) => void };

/** What the proposal moves and what cannot be kept, in words; and jobs not on the board yet. */
export function Waiting({ board, onPick }: WaitingProps) {
  const { putOn } = useBoardWrites();
  const { refusal, attempt } = useAttempt();
  const lead = useLead();
  const late = board.jobs.filter((job) => cannotBe(board, job));
  return (
    <div className="text-sm">
      <h2 className="text-base font-semibold">What moves</h2>
      <ul>
        {movesOf(board).map((job) => {
          const [now, then] = [standsAt(board, job), proposedAt(board, job)];
          return (
            <li key={job.job_id} className="border-t border-line">
              <button
                type="button"
                onClick={() => onPick(job.job_id)}
                className="min-h-11 text-left hover:text-after"
              >
                <span className="font-medium">{job.name}</span>{" "}
                {now ? `from ${now.bay}, ${beginsAt(board, now)}, ` : ""}
                {then && `to ${then.bay}, ${beginsAt(board, then)}`}
              </button>
            </li>
          );
        })}
        {movesOf(board).length === 0 && (
          <li className="border-t border-line py-2 text-pale">
            Nothing: it stands as it is proposed.
          </li>
        )}
      </ul>
      {late.length > 0 && (
        <>
          <h2 className="mt-3 text-base font-semibold">What cannot be kept</h2>
          <ul>
            {late.map((job) => (
              <li key={job.job_id} className="border-t border-line py-1.5 text-stop">
                {job.name}: {cannotBe(board, job)}
              </li>
            ))}
          </ul>
        </>
      )}
      {board.waiting.length > 0 && (
        <>
          <h2 className="mt-3 text-base font-semibold">Not on the board</h2>
          <ul>
            {board.waiting.map(({ job_id, name, number }) => (
              <li
                key={job_id}
                className="flex min-h-11 flex-wrap items-center justify-between gap-2 border-t border-line"
              >
                <span>
                  {name} <span className="text-pale">job {number}</span>
                </span>
                {lead && board.bays.length > 0 && (
                  <Button
                    aria-label={`Put it on: ${name}`}
                    onClick={() => void attempt(() => putOn(job_id, name))}
                  >
                    Put it on
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      <Alert>{refusal?.message}</Alert>
    </div>
  );
}
