import type { BoardView, Placing } from "../api/types";
import { LANE_NAME, withOthers } from "./lanes";

type DayMarksProps = { board: BoardView; dayPx: number };

/** What each day brings beneath the lanes: who is there, whose parts come, what is promised. */
export function DayMarks({ board, dayPx }: DayMarksProps) {
  const named = (on: (job: Placing) => string | null) => (day: string) =>
    board.jobs.filter((job) => on(job) === day).map(({ name }) => name);
  // Parts that are here already have nothing to wait for.
  const parts = named(({ earliest }) => (earliest > (board.days[0] ?? "") ? earliest : null));
  const promised = named(({ due_on }) => due_on);
  return (
    <>
      <MarkRow
        name="People there"
        board={board}
        dayPx={dayPx}
        said={(_, at) => [`${board.people_on[at] ?? board.crew}`]}
        look={(at) =>
          (board.people_on[at] ?? board.crew) < board.crew ? "text-watch" : "text-pale"
        }
      />
      <MarkRow
        name="With others"
        board={board}
        dayPx={dayPx}
        said={(_, at) =>
          board.jobs.filter((job) => withOthers(board, job, at)).map(({ name }) => name)
        }
      />
      <MarkRow name="Parts come" board={board} dayPx={dayPx} said={parts} />
      <MarkRow name="Promised" board={board} dayPx={dayPx} said={promised} />
    </>
  );
}

type MarkRowProps = DayMarksProps & {
  name: string;
  said: (day: string, at: number) => string[];
  look?: (at: number) => string;
};

function MarkRow({ name, board, dayPx, said, look = () => "" }: MarkRowProps) {
  return (
    <section aria-label={name} className="flex border-b border-line text-xs">
      <h2 className={`${LANE_NAME} py-1 text-pale`}>{name}</h2>
      {board.days.map((day, at) => (
        <span
          key={day}
          className={`shrink-0 border-l border-line py-1 pl-1 tabular-nums ${look(at)}`}
          style={{ width: dayPx }}
        >
          {said(day, at).map((one) => (
            <span key={one} className="block truncate">
              {one}
            </span>
          ))}
        </span>
      ))}
    </section>
  );
}
