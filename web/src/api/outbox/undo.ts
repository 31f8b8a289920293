import type { Job } from "../types";
import { isPaper } from "./write";
import type { Paper, Write } from "./write";

/** One thing done on a paper: the version before and after, and what it was. */
export type Done = { paper: Paper; from: number; to: number; place: string; typed: string };

/** Versions of papers that one write made. */
export type Wrote = Partial<Record<Paper, number>>;

/**
 * What can be taken back and done again on a job, the last versions this device made, and the
 * writes that made them: one whose answer is read a second time, after a page was closed on it,
 * changes nothing here.
 */
export type Past = {
  done: Done[];
  undone: Done[];
  ours: Partial<Record<Paper, number[]>>;
  noted: string[];
};

export const EMPTY: Past = { done: [], undone: [], ours: {}, noted: [] };
const MOST = 100;

/** Past after a write over version `from` of its paper was kept; a choice moves the fit-up too. */
export function afterWrite(past: Past, write: Write, from: number, wrote: Wrote): Past {
  if (!isPaper(write.base) || past.noted.includes(write.id)) return past;
  const paper = write.base;
  const ours = withOurs(past.ours, wrote);
  const noted = [...past.noted, write.id].slice(-MOST);
  const to = wrote[paper] ?? from;
  const one: Done = { paper, from, to, place: write.place, typed: write.typed };
  switch (write.step) {
    case "do":
      return { done: [...past.done, one].slice(-MOST), undone: [], ours, noted };
    case "undo": {
      const taken = past.done.at(-1);
      if (taken === undefined) return { ...past, ours, noted };
      return { done: past.done.slice(0, -1), undone: [...past.undone, taken], ours, noted };
    }
    case "redo": {
      const again = past.undone.at(-1);
      if (again === undefined) return { ...past, ours, noted };
      return { done: [...past.done, again], undone: past.undone.slice(0, -1), ours, noted };
    }
  }
}

function withOurs(ours: Past["ours"], wrote: Wrote): Past["ours"] {
  const papers = Object.entries(wrote) as [Paper, number][];
  const added = papers.map(([paper, version]) => [
    paper,
    [...(ours[paper] ?? []), version].slice(-MOST),
  ]);
  return { ...ours, ...Object.fromEntries(added) };
}

/** Whether nobody else has written on the paper of a step since this device did. */
export function stillOurs(past: Past, step: Done, job: Job): boolean {
  return past.ours[step.paper]?.at(-1) === job[`${step.paper}_version`];
}

/** Whether this device made every version of a paper after `from` up to `to`. */
export function madeHere(past: Past, paper: Paper, from: number, to: number): boolean {
  const ours = past.ours[paper] ?? [];
  return ours.filter((version) => version > from && version <= to).length === to - from;
}

const key = (person: string, jobId: number) => `past ${person} ${jobId}`;

export function readPast(person: string, jobId: number): Past {
  const text = localStorage.getItem(key(person, jobId));
  // Pasts of earlier versions say nothing of which writes they noted.
  return text === null ? EMPTY : { ...EMPTY, ...(JSON.parse(text) as Past) };
}

export function keepPast(person: string, jobId: number, past: Past): void {
  localStorage.setItem(key(person, jobId), JSON.stringify(past));
}
