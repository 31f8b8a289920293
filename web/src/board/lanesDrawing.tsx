import type { BoardView, Placing } from "../api/types";
import { calendarDay } from "../job/days";
import { Scroller } from "../ui/scroller";
import { DayMarks } from "./dayMarks";
import { beginsAt, differs, LANE_NAME, proposedAt, standsAt, whyLate } from "./lanes";
import type { Span } from "./lanes";

type LanesProps = {
  board: BoardView;
  picked: number | undefined;
  onPick: (job: number) => void;
};

/** Width of a working day on the board [px]. */
const DAY_PX = 132;

/** Bays as lanes over days: what stands there solid, what is proposed for elsewhere dashed beneath. */
export function Lanes({ board, picked, onPick }: LanesProps) {
  const px = DAY_PX / board.open_hours;
  return (
    <Scroller label="Bays over working days" className="overflow-x-auto">
      <div style={{ width: 120 + DAY_PX * board.days.length }}>
        <div className="flex border-b border-ink text-xs text-pale" aria-hidden="true">
          <span className={LANE_NAME} />
          {board.days.map((day) => (
            <span
              key={day}
              className="shrink-0 border-l border-line pl-1"
              style={{ width: DAY_PX }}
            >
              {calendarDay(day)}
            </span>
          ))}
        </div>
        {board.bays.map(({ id, name }) => (
          <section key={id} aria-label={name} className="flex border-b border-line">
            <h2 className={`${LANE_NAME} content-center text-sm`}>{name}</h2>
            <div
              className="relative h-[108px] grow"
              style={{
                backgroundImage: "linear-gradient(to right, var(--line) 1px, transparent 1px)",
                backgroundSize: `${DAY_PX}px 100%`,
              }}
            >
              {board.jobs.map((job) => (
                <OnLane
                  key={job.job_id}
                  board={board}
                  job={job}
                  bay={name}
                  px={px}
                  picked={job.job_id === picked}
                  onPick={onPick}
                />
              ))}
            </div>
          </section>
        ))}
        <DayMarks board={board} dayPx={DAY_PX} />
      </div>
    </Scroller>
  );
}

type OnLaneProps = {
  board: BoardView;
  job: Placing;
  bay: string;
  px: number;
  picked: boolean;
  onPick: (job: number) => void;
};

function OnLane({ board, job, bay, px, picked, onPick }: OnLaneProps) {
  const now = standsAt(board, job);
  const then = proposedAt(board, job);
  const late = whyLate(board, job);
  const takes = `${Math.ceil(job.hours)} h`;
  const box = (span: Span, proposed: boolean) => (
    <button
      type="button"
      aria-pressed={picked}
      data-job={job.job_id}
      data-proposed={proposed}
      aria-label={`${job.name} ${takes}, ${proposed ? "proposed" : "stands"} ${bay}, ${beginsAt(board, span)}${late ? `, late: ${late}` : ""}`}
      onClick={() => onPick(job.job_id)}
      className={`absolute h-[46px] overflow-hidden border-2 bg-sheet px-1 text-left text-xs ${proposed ? "bottom-1.5 border-dashed border-after" : late ? "top-1.5 border-stop" : "top-1.5 border-ink"} ${picked ? "outline-2 outline-offset-2 outline-after" : ""}`}
      style={{ left: span.from * px, width: Math.max(24, (span.to - span.from) * px - 2) }}
    >
      <span className={`block truncate font-medium ${late ? "text-stop" : ""}`}>
        {job.pinned && !proposed ? "● " : ""}
        {job.name}
      </span>{" "}
      <span className="block truncate text-pale tabular-nums">{takes}</span>
    </button>
  );
  return (
    <>
      {now?.bay === bay && box(now, false)}
      {differs(now, then) && then.bay === bay && box(then, true)}
    </>
  );
}
