import type { Mutation, QueryClient } from "@tanstack/react-query";
import { RefusedError, sent } from "../client";
import { newKey } from "../key";
import { valueAt } from "../place";
import { jobKey, jobQuery, keepChange, keepJob, newsKey } from "../queries";
import type { Job, JobChange, News } from "../types";
import { deliverAlone } from "./alone";
import { kept } from "./kept";
import { afterWrite, keepPast, madeHere, readPast, stillOurs } from "./undo";
import type { Past, Wrote } from "./undo";
import { DECISION, isAlone, isPaper, NO_JOB, spotOf } from "./write";
import type { Base, Made, Paper, SentAs, Write } from "./write";

const WRITES = ["write"] as const;
/** A place a hand went to, and what stood there in which version of its paper. */
type Looked = { jobId: number; base: Base; place: string; seen: string; version: number };
type Sent = Mutation<unknown, RefusedError, Write>;

/** Answers that say "later", not "no": no connection, a server that starts anew, a lost sign-in. */
const LATER = new Set([0, 401, 500, 502, 503, 504]);
/** A server that fails again and again at the same write is not asked for ever. */
const MOST_FAILURES = 6;
const LONGEST_WAIT_MS = 8_000;

export const versionOf = (job: Job, base: Base): number =>
  isAlone(base) ? 0 : job[`${base}_version`];

/** What stands at a place, to be compared with what stood there; a recorded choice rests on all of it. */
export function shownAt(job: Job, base: Base, place: string): string {
  if (isAlone(base)) return "";
  if (base === "line") return String(job.line_version);
  return JSON.stringify(place === DECISION ? job.set_up : (valueAt(job[base], place) ?? null));
}

/**
 * Every write of every job: kept on this device first, then sent one after the other, a job a queue,
 * for as long as it takes. What the server refuses waits at its field.
 */
export class Outbox {
  /** What stood at the place of a write when it was typed, carried over this device's own writes. */
  private readonly seen = new Map<string, string>();
  /** What stood at a place when it was opened to be typed over. */
  private readonly looked = new Map<string, Looked>();
  private readonly durable = new Map<string, Promise<void>>();
  /** How a write was sent, where no answer came yet. */
  private readonly sentAs = new Map<string, SentAs>();
  private person = "";
  /** While what this device holds is taken up. */
  private opening: Promise<void> | undefined;
  private last = 0;

  private listeners = new Set<() => void>();
  private shown: OnItsWay[] = [];
  private stale = false;

  constructor(private readonly cache: QueryClient) {
    cache.getMutationCache().subscribe(() => this.changed());
  }

  /** Hear of every change of what is on its way. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Everything that is not kept by the server yet, oldest first; the same list until it changes. */
  readonly onItsWay = (): OnItsWay[] => this.shown;

  /** A day's writes taken up at once are looked through once, not once each. */
  private changed(): void {
    if (this.stale) return;
    this.stale = true;
    queueMicrotask(() => {
      this.stale = false;
      this.shown = this.mutations()
        .filter(({ state }) => state.status !== "success")
        .map(wayOf);
      this.listeners.forEach((listener) => listener());
    });
  }

  /** Take up a person's writes that this device still holds. */
  open(person: string): Promise<void> {
    if (this.person === person) return Promise.resolve();
    this.person = person;
    // What they did before, and may take back, is told with what is on its way.
    this.changed();
    const opening = this.takeUp(person).finally(() => {
      if (this.opening === opening) this.opening = undefined;
    });
    this.opening = opening;
    return opening;
  }

  private async takeUp(person: string): Promise<void> {
    for (const write of await kept.of(person)) {
      if (this.durable.has(write.id)) continue;
      this.durable.set(write.id, Promise.resolve());
      if (write.sent !== undefined) this.sentAs.set(write.id, write.sent);
      if (write.refused) this.build(write);
      else void this.run(write);
    }
  }

  /** Forget what is shown; what is kept waits for the same person. */
  close(): void {
    this.person = "";
    this.mutations().forEach((one) => this.cache.getMutationCache().remove(one));
  }

  /** Writes on their way or refused, oldest first. */
  all(): Write[] {
    return this.mutations().map(writeOf);
  }

  /** Note what stands at a place as a hand goes to it. */
  look(jobId: number, base: Base, place: string): void {
    const job = this.cache.getQueryData<Job>(jobKey(jobId));
    const spot = { jobId, base, place };
    if (job) this.looked.set(lookedAt(spot), lookAt(job, spot));
  }

  /** Keep and send a write; resolves once the server has kept it. */
  add(write: Made): Promise<unknown> {
    return this.take(write).sending;
  }

  /** Resolves once all that was taken so far is on this device. */
  async held(): Promise<void> {
    await Promise.all(this.durable.values());
  }

  /** Keep and send what a form holds; refused, it is the form's again, which says why. */
  async fromForm<T>(write: Made): Promise<T> {
    const { id, sending } = this.take(write);
    try {
      return (await sending) as T;
    } catch (error) {
      this.drop(id);
      throw error;
    }
  }

  private take(write: Made): { id: string; sending: Promise<unknown> } {
    const job = this.cache.getQueryData<Job>(jobKey(write.jobId));
    this.last = Math.max(Date.now(), this.last + 1);
    const spot = lookedAt(write);
    const looked = this.looked.get(spot) ?? (job && lookAt(job, write));
    this.looked.delete(spot);
    const whole: Write = {
      ...write,
      id: newKey(),
      at: this.last,
      person: this.person,
      seen: looked?.seen ?? "null",
      version: looked?.version,
    };
    // What was refused there before is put right by this.
    this.all()
      .filter((old) => old.refused && old.jobId === whole.jobId && spotOf(old) === spotOf(whole))
      .forEach((old) => this.drop(old.id));
    this.durable.set(whole.id, kept.put(whole));
    // What a page that was closed left here was typed before it, and goes out before it.
    const run = () => this.run(whole);
    return { id: whole.id, sending: this.opening ? this.opening.then(run, run) : run() };
  }

  /** Send again what was refused, over what stands now. */
  again(id: string): void {
    const write = this.all().find((one) => one.id === id);
    if (write === undefined) return;
    this.drop(id);
    const current = write.refused?.current;
    if (current) keepJob(this.cache, current);
    const { jobId, base, place, typed, step, ask, file, form } = write;
    void this.add({ jobId, base, place, typed, step, ask, file, form });
  }

  /** Let go of a write that was refused. */
  drop(id: string): void {
    const one = this.mutations().find((mutation) => mutation.state.variables?.id === id);
    if (one) this.cache.getMutationCache().remove(one);
    this.forget(id);
  }

  past(jobId: number): Past {
    return readPast(this.person, jobId);
  }

  private mutations(): Sent[] {
    return this.cache.getMutationCache().findAll({ mutationKey: WRITES }) as unknown as Sent[];
  }

  private build(write: Write): Sent {
    const state = write.refused
      ? {
          context: undefined,
          data: undefined,
          error: new RefusedError(write.refused),
          failureCount: 1,
          failureReason: null,
          isPaused: false,
          status: "error" as const,
          variables: write,
          submittedAt: write.at,
        }
      : undefined;
    let broke = 0;
    return this.cache.getMutationCache().build<unknown, RefusedError, Write, unknown>(
      this.cache,
      {
        mutationKey: WRITES,
        scope: { id: write.jobId === NO_JOB ? "shop" : `job ${write.jobId}` },
        mutationFn: async (sending) => {
          await this.durable.get(sending.id);
          return isAlone(sending.base) ? deliverAlone(this.cache, sending) : this.deliver(sending);
        },
        retry: (_, { status }) =>
          // What was no answer counts for nothing: a shop may be without a network all day.
          LATER.has(status) && (status !== 500 || ++broke < MOST_FAILURES),
        retryDelay: (failures) => Math.min(400 * 2 ** failures, LONGEST_WAIT_MS),
        gcTime: Infinity,
      },
      state,
    ) as Sent;
  }

  private run(write: Write): Promise<unknown> {
    const mutation = this.build(write);
    const sending = mutation.execute(write).then(
      (made) => {
        this.cache.getMutationCache().remove(mutation);
        this.forget(write.id);
        return made;
      },
      (error: unknown) => {
        if (error instanceof RefusedError) void kept.put({ ...write, refused: error.refusal });
        throw error;
      },
    );
    // Whoever asked may wait for it; nobody has to.
    sending.catch(() => undefined);
    return sending;
  }

  private forget(id: string): void {
    for (const known of [this.durable, this.seen, this.sentAs]) known.delete(id);
    void kept.drop(id);
  }

  private async deliver(asked: Write): Promise<JobChange> {
    let job = await this.read(asked.jobId);
    // Sent before and never answered, it may have been done: it goes out word for word as it did,
    // and the server, which knows its identifier, says what became of it.
    let sending = this.sentAs.get(asked.id);
    const write = sending
      ? { ...asked, base: sending.base, ask: sending.ask }
      : this.stepped(asked, job);
    for (;;) {
      // Read anew meanwhile, and somebody was first at this very place: they are asked, not overwritten.
      if (sending === undefined && !this.stands(job, write)) throw this.conflict(job);
      const base = sending?.over ?? versionOf(job, write.base);
      try {
        await this.noteSent(asked, { base: write.base, ask: write.ask, over: base });
        const made = await sent(write, base);
        this.carry(job, made.job);
        this.note(write, base, made.wrote);
        keepChange(this.cache, made);
        return made;
      } catch (error) {
        if (error instanceof RefusedError && !LATER.has(error.status)) this.sentAs.delete(asked.id);
        const current = error instanceof RefusedError ? error.refusal.current : undefined;
        if (current === undefined) throw error;
        keepJob(this.cache, current);
        // Somebody changed another place: what was typed here still holds, so it goes through.
        const moved = versionOf(current, write.base) !== base;
        if (!moved || write.step !== "do" || !this.stands(current, write)) throw error;
        job = current;
        sending = undefined;
      }
    }
  }

  /** What is taken back is what was done last by the time this goes out. */
  private stepped(write: Write, job: Job): Write {
    return write.step === "do" ? write : stepOf(write, this.past(write.jobId), job);
  }

  /** A job as it stands; what is just being read is waited for, since it may be newer. */
  private async read(jobId: number): Promise<Job> {
    const stands = this.cache.getQueryState<Job>(jobKey(jobId));
    if (stands?.data && stands.fetchStatus !== "fetching") return stands.data;
    try {
      return await this.cache.fetchQuery(jobQuery(jobId));
    } catch (error) {
      if (stands?.data) return stands.data;
      throw error;
    }
  }

  /** Note on the device how a write goes out, before it does: the page may go before the answer comes. */
  private async noteSent(write: Write, as: SentAs): Promise<void> {
    this.sentAs.set(write.id, as);
    await kept.put({ ...write, sent: as });
  }

  /** Whether nobody else has changed the place of a write since it was typed. */
  private stands(job: Job, write: Write): boolean {
    const { base, step, version } = write;
    if (step !== "do" || !isPaper(base)) return true;
    const now = versionOf(job, base);
    // Read before this device's own writes were answered, a place shows what they changed since.
    if (version !== undefined && madeHere(this.past(job.id), base, version, now)) return true;
    return shownAt(job, write.base, write.place) === (this.seen.get(write.id) ?? write.seen);
  }

  /** A write of this device moves what its later ones were typed over. */
  private carry(before: Job, after: Job): void {
    for (const { id, jobId, base, place, seen } of this.all()) {
      const stood = this.seen.get(id) ?? seen;
      if (jobId === after.id && stood === shownAt(before, base, place))
        this.seen.set(id, shownAt(after, base, place));
    }
    for (const looked of this.looked.values()) {
      const { jobId, base, place } = looked;
      if (jobId === after.id && looked.seen === shownAt(before, base, place))
        looked.seen = shownAt(after, base, place);
    }
  }

  private conflict(current: Job): RefusedError {
    const message = "Somebody else changed this meanwhile. Choose which stays.";
    const news = this.cache.getQueryData<News>(newsKey(current.id));
    const complaints = [{ field: "", message }];
    return new RefusedError({ status: 409, complaints, current, news });
  }

  private note(write: Write, from: number, wrote: Wrote): void {
    const past = readPast(write.person, write.jobId);
    keepPast(write.person, write.jobId, afterWrite(past, write, from, wrote));
  }
}

type Spot = Pick<Write, "jobId" | "base" | "place">;

const lookAt = (job: Job, { jobId, base, place }: Spot): Looked => ({
  jobId,
  base,
  place,
  seen: shownAt(job, base, place),
  version: versionOf(job, base),
});

const lookedAt = (write: Spot) => `${write.jobId} ${spotOf(write)}`;

const refused = (message: string) =>
  new RefusedError({ status: 422, complaints: [{ field: "", message }] });

const REVERT: Record<Paper, string> = {
  sheet: "sheet/revert",
  set_up: "set-up/revert",
  complaint: "papers/complaint/revert",
  look_over: "papers/look_over/revert",
  target: "papers/target/revert",
  fitting: "papers/fitting/revert",
  arrival: "papers/arrival/revert",
  plan: "papers/plan/revert",
};

/** A step back or forth as a write: which version of which paper stands again. */
function stepOf(write: Write, past: Past, job: Job): Write {
  const step = (write.step === "undo" ? past.done : past.undone).at(-1);
  if (step === undefined) throw refused(`There is nothing to ${write.step} any more.`);
  if (!stillOurs(past, step, job)) {
    throw refused(`Somebody else has written since; ${write.step} ends here.`);
  }
  const path = `/api/jobs/${write.jobId}/${REVERT[step.paper]}`;
  const body = { to_version: write.step === "undo" ? step.from : step.to };
  return { ...write, base: step.paper, ask: { method: "POST", path, body } };
}

/** A write and how far it is. */
export type OnItsWay = { write: Write; state: "sending" | "waiting" | "refused" };

function wayOf(mutation: Sent): OnItsWay {
  const write = writeOf(mutation);
  const { isPaused, failureCount } = mutation.state;
  const waits = isPaused || failureCount > 0;
  return { write, state: write.refused ? "refused" : waits ? "waiting" : "sending" };
}

/** A write as it is now, with why it was refused if it was. */
function writeOf(mutation: Sent): Write {
  const write = mutation.state.variables as Write;
  const { error } = mutation.state;
  return mutation.state.status === "error" && error instanceof RefusedError
    ? { ...write, refused: error.refusal }
    : write;
}
