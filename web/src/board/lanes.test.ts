import { describe, expect, it } from "vitest";
import type { BoardView, Placing } from "../api/types";
import { beginsAt, movesOf, proposedAt, standsAt, withOthers } from "./lanes";

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

  it("are left for others on the days after, however late in the day", () => {
    const sent = { ...two, away: 1 };
    // From hour 5 to 10: it leaves its bay on the second day.
    expect([0, 1, 2, 3].map((at) => withOthers(board, sent, at))).toEqual([
      false,
      false,
      true,
      false,
    ]);
    expect(withOthers(board, { ...sent, hours: 3 }, 1)).toBe(true);
    expect(withOthers(board, two, 2)).toBe(false);
  });

  it("move what stands elsewhere or nowhere", () => {
    expect(movesOf(board).map(({ job_id }) => job_id)).toEqual([2, 3]);
  });
});
