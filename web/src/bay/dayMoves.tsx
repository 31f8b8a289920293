import { Link } from "@tanstack/react-router";
import { useDayMoves } from "../api/bay";
import { calendarDay } from "../job/days";

/** Whose day moves with what the work now takes; the board shows it before it is taken. */
export function DayMoves({ jobId, workVersion }: { jobId: number; workVersion: number }) {
  const days = useDayMoves(jobId, workVersion).data;
  if (!days || (days.moves.length === 0 && !days.no_room)) return null;
  return (
    <div>
      {days.no_room && <p className="text-watch">{days.no_room}</p>}
      {days.moves.map(({ job_id, name, told, proposed }) => (
        <p key={job_id} className={job_id === jobId ? "text-lg" : "text-pale"}>
          {job_id === jobId ? "Ready" : name} {calendarDay(proposed)}, told was {calendarDay(told)}
        </p>
      ))}
      <Link
        to="/board"
        search={{}}
        className="inline-flex min-h-14 items-center underline underline-offset-4"
      >
        Look at it on the board
      </Link>
    </div>
  );
}
