import { describe, expect, it } from "vitest";
import type { Job } from "../types";
import { afterWrite, EMPTY, madeHere, stillOurs } from "./undo";
import type { Write } from "./write";

let made = 0;
const write = (step: Write["step"], typed = "1851 mm") =>
  ({ id: `write ${++made}`, base: "sheet", place: "rear.track_m", typed, step }) as Write;
const job = (version: number) => ({ sheet_version: version }) as Job;

describe("the past of a job", () => {
  it("is taken back and done again in order, and a new write ends what was undone", () => {
    let past = afterWrite(EMPTY, write("do", "1 m"), 1, { sheet: 2 });
    past = afterWrite(past, write("do", "2 m"), 2, { sheet: 3 });
    past = afterWrite(past, write("undo"), 3, { sheet: 4 });
    expect(past.done.map(({ typed }) => typed)).toEqual(["1 m"]);
    expect(past.undone.map(({ typed, to }) => [typed, to])).toEqual([["2 m", 3]]);
    past = afterWrite(past, write("redo"), 4, { sheet: 5 });
    expect(past.done.map(({ typed }) => typed)).toEqual(["1 m", "2 m"]);
    past = afterWrite(past, write("undo"), 5, { sheet: 6 });
    past = afterWrite(past, write("do", "3 m"), 6, { sheet: 7 });
    expect(past.undone).toEqual([]);
  });

  it("ends where somebody else has written since", () => {
    const past = afterWrite(EMPTY, write("do"), 4, { sheet: 5 });
    const [step] = past.done;
    expect(step && stillOurs(past, step, job(5))).toBe(true);
    expect(step && stillOurs(past, step, job(6))).toBe(false);
  });

  it("knows the versions this device made, on every paper a write moved", () => {
    let past = afterWrite(EMPTY, write("do"), 4, { sheet: 5, fitting: 2 });
    past = afterWrite(past, write("do"), 6, { sheet: 7 });
    expect(madeHere(past, "fitting", 1, 2)).toBe(true);
    expect(madeHere(past, "sheet", 4, 5)).toBe(true);
    // The sixth is somebody else's.
    expect(madeHere(past, "sheet", 4, 7)).toBe(false);
  });

  it("leaves where the job stands alone", () => {
    expect(afterWrite(EMPTY, { ...write("do"), base: "line" }, 1, {})).toBe(EMPTY);
  });
});
