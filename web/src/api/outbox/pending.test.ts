import { describe, expect, it } from "vitest";
import type { Job } from "../types";
import { withPending } from "./pending";
import type { Write } from "./write";

const job = {
  id: 6,
  complaint: { symptoms: { sways: "none" }, budget: { value: 900 } },
  target: { left_for_later: "" },
  look_over: { rust: "light", parts: { rear_bar: { rating: "good", faults: ["worn"] } } },
} as unknown as Job;

const write = (base: string, place: string, typed: string, more: Partial<Write> = {}) =>
  ({ jobId: 6, base, place, typed, ...more }) as Write;

describe("withPending", () => {
  it("shows picks and words that are on their way, one after the other", () => {
    const now = withPending(job, [
      write("complaint", "symptoms.sways", "little"),
      write("complaint", "symptoms.sways", "clearly"),
      write("look_over", "parts.front_bar.rating", "watch"),
      write("target", "left_for_later", "rear: R25"),
      write("target", "share_loss_points", "3"),
      write("look_over", "parts.rear_bar.faults", "worn, cracked"),
    ]);
    expect(now.complaint.symptoms).toEqual({ sways: "clearly" });
    expect(now.target).toEqual({ left_for_later: "rear: R25" });
    expect(now.look_over.parts).toEqual({
      rear_bar: { rating: "good", faults: ["worn", "cracked"] },
      front_bar: { rating: "watch" },
    });
  });

  it("leaves numbers, other papers, other jobs and what was refused as they stand", () => {
    const writes = [
      write("complaint", "budget", "1200"),
      write("sheet", "rear.track_m", "1851 mm"),
      write("complaint", "symptoms.sways", "little", { jobId: 7 }),
      write("complaint", "symptoms.sways", "wildly", { refused: { status: 422, complaints: [] } }),
    ];
    expect(withPending(job, writes)).toEqual(job);
  });
});
