import { createStore, delMany, get, keys, set } from "idb-keyval";
import type { Typed } from "../api/drive";
import { emptyLog } from "./phoneLog";
import type { PhoneLog } from "./phoneLog";

const store = createStore("calm-axle-runs", "growing");

/** So many readings are kept at once; a page that closes loses fewer. */
export const KEPT_AT_ONCE = 50;

type Head = { person: string; jobId: number; typed: Typed; begunAt: number };
type Part = Pick<PhoneLog, "samples" | "speeds">;
/** A run that grew on this device and was not ended. */
export type LeftRun = Head & { id: string; log: PhoneLog };

const HEAD = "head";

/** A run as it grows, kept on the device piece by piece. */
export function growing(head: Head) {
  const id = crypto.randomUUID();
  let from = 0;
  // One after another, and what this device has no room for is lost as it would have been.
  let last = set([id, HEAD], head, store).catch(() => undefined);
  return {
    id,
    /** Keeps what came since it was last asked. */
    keep({ samples, speeds }: PhoneLog) {
      if (samples.length - from < KEPT_AT_ONCE) return;
      const part: Part = { samples: samples.slice(from), speeds: speeds.slice(from) };
      const at = from;
      from = samples.length;
      last = last.then(() => set([id, at], part, store)).catch(() => undefined);
    },
    /** Once the whole run is in the outbox. */
    drop: () => last.then(() => dropRun(id)),
  };
}

const isOf = (id: string) => (key: IDBValidKey) => Array.isArray(key) && key[0] === id;

/** Forgets a run that was left. */
export async function dropRun(id: string): Promise<void> {
  await delMany((await keys(store)).filter(isOf(id)), store);
}

/** What a person left unfinished of a job on this device, oldest first. */
export async function leftRuns(person: string, jobId: number): Promise<LeftRun[]> {
  const all = await keys<[string, string | number]>(store);
  const found: LeftRun[] = [];
  for (const [id, what] of all) {
    if (what !== HEAD) continue;
    const head = await get<Head>([id, HEAD], store);
    if (head?.person !== person || head.jobId !== jobId) continue;
    const log = emptyLog();
    const parts = all.filter(isOf(id)).map((key) => key[1]);
    const froms = parts.filter((from) => typeof from === "number").sort((a, b) => a - b);
    for (const from of froms) {
      const part = await get<Part>([id, from], store);
      log.samples.push(...(part?.samples ?? []));
      log.speeds.push(...(part?.speeds ?? []));
    }
    found.push({ ...head, id, log });
  }
  return found.sort((a, b) => a.begunAt - b.begunAt);
}
