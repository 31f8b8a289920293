import { calendarDay } from "../job/days";
import type { BoardView, Placing } from "../api/types";

/** Look of a lane's name, which stays while its days move. */
export const LANE_NAME = "sticky left-0 z-10 w-[120px] shrink-0 bg-paper pr-2";

/** Where a job lies on its lane, in working hours from the first day's opening. */
export type Span = { bay: string; from: number; to: number };

/** Where a job stands now; null where it stands nowhere in the days shown. */
export function standsAt(board: BoardView, { bay, day, hour, hours }: Placing): Span | null {
  if (bay === null || day === null || hour === null) return null;
  const at = board.days.indexOf(day);
  if (at < 0) return null;
  const from = at * board.open_hours + hour;
  return { bay, from, to: from + hours };
}

/** Where a job is proposed; null where there is no proposal for it. */
export function proposedAt(board: BoardView, { job_id, hours }: Placing): Span | null {
  const placed = board.proposal.jobs.find(({ key }) => key === String(job_id));
  if (placed === undefined) return null;
  const from = placed.day * board.open_hours + placed.hour;
  return { bay: placed.bay, from, to: from + hours };
}

/** Whether a job is with others on a day, by its number: after it leaves its bay, before it is ready. */
export function withOthers(board: BoardView, job: Placing, at: number): boolean {
  const span = proposedAt(board, job) ?? standsAt(board, job);
  if (span === null) return false;
  const left = Math.ceil(span.to / board.open_hours) - 1;
  return at > left && at <= left + job.away;
}

/** Whether what is proposed for a job is elsewhere than it stands. */
export const differs = (now: Span | null, then: Span | null): then is Span =>
  then !== null && (now === null || now.bay !== then.bay || now.from !== then.from);

/** Jobs that the proposal puts elsewhere than they stand. */
export const movesOf = (board: BoardView) =>
  board.jobs.filter((job) => differs(standsAt(board, job), proposedAt(board, job)));

/** Why a job is late by the proposal, in words; empty where it keeps its day. */
export const whyLate = (board: BoardView, { job_id }: Placing) =>
  board.proposal.late.find(({ key }) => key === String(job_id))?.says ?? "";

/** What of a job cannot be: late by the proposal, or pinned before its parts come. */
export const cannotBe = (board: BoardView, job: Placing) => job.too_soon || whyLate(board, job);

/** When a span begins, such as "Mon 30 Nov, after 3 h". */
export function beginsAt(board: BoardView, { from }: Span): string {
  const day = board.days[Math.floor(from / board.open_hours)];
  const hour = from % board.open_hours;
  return `${day ? calendarDay(day) : "later"}${hour ? `, after ${hour} h` : ", at opening"}`;
}
