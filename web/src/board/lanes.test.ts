import { describe, expect, it } from "vitest";
import type { BoardView, Placing } from "../api/types";
import { beginsAt, movesOf, proposedAt, standsAt } from "./lanes";

const job = (job_id: number, day: string | null, hour: number | null): Placing => ({
  job_id,
  number: job_id,
  name: `job ${job_id}`,
  due_on: null,
  hours: 5,
  people: 1,
  earliest: "2026-11-30",
  bay: day === null ? null : "Lift",
  day,
  hour,
  pinned: false,
  away: 0,
  too_soon: "",
});
const board = {
  days: ["2026-11-30", "2026-12-01"],
  open_hours: 8,
  jobs: [job(1, "2026-12-01", 2), job(2, null, null), job(3, "2026-11-30", 0)],
  proposal: {
    jobs: [
      { key: "1", bay: "Lift", day: 1, hour: 2, late: 0 },
      { key: "2", bay: "Lift", day: 0, hour: 5, late: 0 },
      { key: "3", bay: "Pit", day: 0, hour: 0, late: 0 },
    ],
    late: [],
  },
} as unknown as BoardView;
const [one, two] = board.jobs as [Placing, Placing];

describe("lanes", () => {
  it("count working hours from the first day's opening", () => {
    expect(standsAt(board, one)).toEqual({ bay: "Lift", from: 10, to: 15 });
    expect(standsAt(board, two)).toBeNull();
    expect(proposedAt(board, two)).toEqual({ bay: "Lift", from: 5, to: 10 });
    expect(beginsAt(board, { bay: "Lift", from: 10, to: 15 })).toContain("after 2 h");
  });

  it("move what stands elsewhere or nowhere", () => {
    expect(movesOf(board).map(({ job_id }) => job_id)).toEqual([2, 3]);
  });
});
