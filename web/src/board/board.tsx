import { useLead } from "../api/session";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useAttempt } from "../api/attempt";
import { useBoard, useBoardWrites, useProposal } from "../api/board";
import type { BoardView } from "../api/types";
import { grouped } from "../drawings/quantity";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Bays } from "./bays";
import { JobOnBoard } from "./jobOnBoard";
import { Lanes } from "./lanesDrawing";
import { movesOf } from "./lanes";
import { PeopleAway } from "./peopleAway";
import { Waiting } from "./waiting";

/** The board: bays as lanes over working days, what stands there, and what is proposed. */
export function Board() {
  const board = useBoard();
  const proposed = useProposal(board.data?.seen);
  if (board.data === undefined)
    return (
      <main className="py-6">
        <h1 className="text-2xl font-semibold">Board</h1>
        <p>{board.error?.message ?? "Working it out …"}</p>
      </main>
    );
  const { proposal, no_room } = proposed.data ?? NOT_YET;
  return (
    <Planned
      board={{ ...board.data, proposal, no_room: proposed.error?.message ?? no_room }}
      current={proposed.data?.seen === board.data.seen}
    />
  );
}

/** Stands in for a proposal that was never there. */
const NOT_YET: Pick<BoardView, "proposal" | "no_room"> = {
  proposal: { jobs: [], late: [], late_total: 0, proven: true, gap: 0 },
  no_room: "",
};

/** The proposal is of what stands now, or of what stood before. */
type PlannedProps = { board: BoardView; current: boolean };

function Planned({ board, current }: PlannedProps) {
  const { job: asked } = useSearch({ from: "/board" });
  const navigate = useNavigate();
  const open = (job: number) => void navigate({ to: "/board", search: { job }, replace: true });
  const picked = board.jobs.find(({ job_id }) => job_id === asked);
  return (
    <main className="pb-10">
      <title>Board · Calm Axle</title>
      <Head board={board} current={current} />
      <Lanes board={board} picked={picked?.job_id} onPick={open} />
      <div className="mt-4 grid gap-x-8 gap-y-4 lg:grid-cols-[3fr_2fr]">
        <Waiting board={board} onPick={open} />
        <div className="lg:border-l lg:border-line lg:pl-6">
          {picked && <JobOnBoard key={picked.job_id} board={board} job={picked} />}
          <Bays bays={board.bays} />
          <PeopleAway people={board.people} />
        </div>
      </div>
    </main>
  );
}

/** What the proposal keeps of the promises, and taking it. */
function Head({ board, current }: PlannedProps) {
  const { refusal, attempt } = useAttempt();
  const { take } = useBoardWrites();
  const lead = useLead();
  const moves = movesOf(board);
  const promised = board.jobs.filter(({ due_on }) => due_on !== null).length;
  const { late, proven, gap } = board.proposal;
  const kept = promised - late.length;
  const people = board.crew === 1 ? "one person" : `${board.crew} people`;
  return (
    <>
      <div className="my-4 flex flex-wrap items-end gap-x-4 gap-y-2">
        <h1 className="text-2xl font-semibold">Board</h1>
        <p className="text-sm text-pale" data-testid="board-says">
          {board.bays.length} {board.bays.length === 1 ? "bay" : "bays"}, {people},{" "}
          {board.open_hours} h a day
          {!current && !board.no_room && " · working out a proposal …"}
          {current &&
            board.proposal.jobs.length > 0 &&
            ` · keeps ${kept} of ${promised} promises, ${proven ? "proven best" : `may be off by ${grouped(gap * 100, 0)} %`}`}
        </p>
        <a
          href="/api/board/board.ics"
          className="ml-auto inline-flex min-h-11 items-center text-sm underline underline-offset-4"
        >
          Export the calendar
        </a>
        {lead && current && moves.length > 0 && (
          <Button primary onClick={() => void attempt(() => take(board.seen))}>
            Take the proposal: {moves.length} {moves.length === 1 ? "moves" : "move"}
          </Button>
        )}
      </div>
      <Alert roomy={false}>{refusal?.message ?? board.no_room}</Alert>
    </>
  );
}
