import type { paths } from "../schema";
import type { Complaint, Job, News } from "../types";

/** Which of a job's papers a write goes to. */
export type Paper = "sheet" | "set_up" | OwnPaper;
export type OwnPaper = "complaint" | "look_over" | "target" | "fitting" | "arrival" | "plan";
/** What is sent as it was made, with no job beneath that it could have passed by. */
const ALONE = [
  "photos",
  "attachments",
  "yard",
  "racks",
  "shop",
  "board",
  "bay",
  "drive",
  "hand_over",
] as const;
export type Alone = (typeof ALONE)[number];
/** What a write is based on: a paper, where the job stands, or nothing. */
export type Base = Paper | "line" | Alone;

export const isAlone = (base: Base): base is Alone => (ALONE as readonly Base[]).includes(base);

/** Whether a write goes to a paper, whose places are compared and taken back. */
export const isPaper = (base: Base): base is Paper => base !== "line" && !isAlone(base);

type Method = "patch" | "post" | "put";
/** Body of a request, but for the version it is based on. */
export type BodyOf<P extends keyof paths, M extends Method> = paths[P][M] extends {
  requestBody: { content: { "application/json": infer B } };
}
  ? Omit<B, "base_version">
  : never;

/** What is sent, but for the version it is based on, which is known when it goes out. */
export type Ask = { method: string; path: string; body: object };

/**
 * A request as plain data, so that it can be kept and sent later.
 * @param path - of the interface; the job's id is put in, and which paper where it asks for one
 */
export function ask<P extends keyof paths, M extends Method>(
  method: M,
  path: P,
  jobId: number,
  body: BodyOf<P, M>,
  paper?: OwnPaper,
): Ask {
  const filled = path.replace("{job_id}", String(jobId)).replace("{paper}", paper ?? "");
  return { method: method.toUpperCase(), path: filled, body: body as object };
}

/** A shop's own things, where a job has a number. */
export const NO_JOB = 0;

/** What went out: which paper over which version, so that it can go out again word for word. */
export type SentAs = { base: Base; ask: Ask; over: number };

/** One write, of a job or of the shop, from the hand until the server has kept it. */
export type Write = {
  /** Made on this device; the server does what it names once. */
  id: string;
  /** Writes go out in this order. */
  at: number;
  /** Who wrote it; nobody else's device sends it. */
  person: string;
  /** `NO_JOB` for what is the shop's. */
  jobId: number;
  base: Base;
  place: string;
  typed: string;
  /** What stood at the place when this was typed, as JSON. */
  seen: string;
  /** Version of its paper then; none where the job was not read. */
  version?: number;
  /** How it was last sent; none while it was not, or since that was refused. */
  sent?: SentAs;
  step: "do" | "undo" | "redo";
  ask: Ask;
  /** A file that is sent along. */
  file?: File;
  /** Key of a form kept on this device that is done with once this is kept. */
  form?: string;
  /** Why it was not taken; such a write waits at its field until it is put right or let go. */
  refused?: Refusal;
};

/** A write as it is made, before it has an identifier and a place in the order. */
export type Made = Omit<Write, "id" | "at" | "person" | "seen" | "sent">;

/** A picture of a place of a job, sent along as a file. */
export const photoOf = (jobId: number, place: string, picture: File): Made => ({
  jobId,
  base: "photos",
  place,
  typed: picture.name,
  step: "do",
  ask: { method: "POST", path: `/api/jobs/${jobId}/photos`, body: { place } },
  file: picture,
});

/** A run of a job with its log, sent along as a file. */
export const runOf = (jobId: number, place: string, body: object, log: File): Made => ({
  jobId,
  base: "drive",
  place,
  typed: log.name,
  step: "do",
  ask: { method: "POST", path: `/api/jobs/${jobId}/runs`, body },
  file: log,
});

export type Refusal = {
  status: number;
  complaints: Complaint[];
  /** What stands and who wrote it, where somebody was first. */
  current?: Job;
  news?: News;
};

/** Where the choice is recorded, with the figures it was made by. */
export const DECISION = "decision";

/** Of a write that somebody else was before. */
export const isConflict = (write: Write) => write.refused?.status === 409;

/** Where an owner is erased, who may be named on many jobs. */
export const OWNER = "owner";

/** A number at a place, or a pick: one line of what is on its way. */
export const spotOf = ({ base, place }: Pick<Write, "base" | "place">) => `${base} ${place}`;
