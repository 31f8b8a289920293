import { useMemo } from "react";
import { stillOurs } from "./outbox/undo";
import type { Done } from "./outbox/undo";
import { useOnItsWay, useOutbox } from "./outbox/useOutbox";
import type { Outbox } from "./outbox/outbox";
import { ask, DECISION, photoOf } from "./outbox/write";
import type { Ask, Base, BodyOf, OwnPaper } from "./outbox/write";
import type {
  About,
  Attachment,
  AxleName,
  Ends,
  Entry,
  Job,
  JobKind,
  Known,
  Layout,
  Photo,
  Pick,
  Shelf,
  Station,
} from "./types";

/** Puts one write of a job into the outbox; resolves once the server has kept it. */
type Send = (base: Base, place: string, typed: string, what: Ask) => Promise<unknown>;

/** On the sheet of the job's vehicle. */
function sheetWrites(send: Send, jobId: number) {
  return {
    enterOnSheet: (place: string, typed: string, known: Known) =>
      send(
        "sheet",
        place,
        typed,
        ask("patch", "/api/jobs/{job_id}/sheet", jobId, { place, typed, known, simulated: false }),
      ),
    changePart: (place: string, fitted: boolean) =>
      send(
        "sheet",
        place,
        fitted ? "fitted" : "taken away",
        ask("post", "/api/jobs/{job_id}/sheet/parts", jobId, { place, fitted }),
      ),
    enterSeveral: (entries: Entry[]) =>
      send(
        "sheet",
        entries[0]?.place ?? "",
        `${entries.length} numbers`,
        ask("post", "/api/jobs/{job_id}/sheet/entries", jobId, { entries }),
      ),
    takeOffer: (offer: string, place: string) =>
      send(
        "sheet",
        place,
        "what follows from the readings",
        ask("post", "/api/jobs/{job_id}/sheet/offers", jobId, { offer }),
      ),
    importTicket: (text: string) =>
      send(
        "sheet",
        "load_states",
        "weigh ticket",
        ask("post", "/api/jobs/{job_id}/weigh-ticket", jobId, { text }),
      ),
  };
}

/** On the papers of the job itself. */
function paperWrites(send: Send, jobId: number) {
  return {
    enterOnPaper: (paper: OwnPaper, place: string, typed: string, known: Known = "measured") =>
      send(
        paper,
        place,
        typed,
        ask("patch", "/api/jobs/{job_id}/papers/{paper}", jobId, { place, typed, known }, paper),
      ),
    /** Several places of a paper as one version: all or none. */
    enterAllOnPaper: (paper: OwnPaper, entries: [string, string][]) =>
      send(
        paper,
        entries[0]?.[0] ?? "",
        `${entries.length} entries`,
        ask(
          "post",
          "/api/jobs/{job_id}/papers/{paper}/entries",
          jobId,
          { entries: entries.map(([place, typed]) => ({ place, typed })) },
          paper,
        ),
      ),
    /** Say of every part that nobody has rated that it is good. */
    restIsGood: (ends: Ends) =>
      send(
        "look_over",
        ends === "both" ? "parts" : `parts.${ends}`,
        "the rest is good",
        ask("post", "/api/jobs/{job_id}/look/rest", jobId, { ends }),
      ),
    beginFit: (axle: AxleName, layout: Layout) =>
      send(
        "fitting",
        axle,
        `begun: ${layout}`,
        ask("post", "/api/jobs/{job_id}/fit/begin", jobId, { axle, layout }),
      ),
    changeFitPart: (axle: AxleName, place: string, there: boolean) =>
      send(
        "fitting",
        `${axle}.${place}`,
        there ? "added" : "taken away",
        ask("post", "/api/jobs/{job_id}/fit/parts", jobId, { axle, place, there }),
      ),
  };
}

/** On what is chosen. */
function choiceWrites(send: Send, jobId: number) {
  return {
    enterOnSetUp: (place: string, typed: string, known: Known) =>
      send(
        "set_up",
        place,
        typed,
        ask("patch", "/api/jobs/{job_id}/set-up", jobId, { place, typed, known, simulated: false }),
      ),
    /** Choose at one axle or both, as one version; an axle left out stays as it is. */
    takeSet: (picks: Partial<Record<AxleName, Pick>>) =>
      send(
        "set_up",
        picks.rear ? "rear" : "front",
        "another choice",
        ask("put", "/api/jobs/{job_id}/choice", jobId, picks),
      ),
    decide: ({ sheet_version }: Job, reason: string) =>
      send(
        "set_up",
        DECISION,
        "recorded choice",
        ask("post", "/api/jobs/{job_id}/decisions", jobId, { sheet_version, reason }),
      ),
  };
}

/** Photos, each at a place; taken away, one can be put back. */
function photoWrites(outbox: Outbox, send: Send, jobId: number) {
  return {
    markPhoto: ({ id, place, version }: Photo, marks: [number, number][]) =>
      send("photos", place, "hubs marked", {
        method: "PATCH",
        path: `/api/photos/${id}/marks`,
        body: { base_version: version, marks },
      }),
    setPhotoAway: async ({ id, place, version }: Photo, removed: boolean) => {
      const now = await send("photos", place, removed ? "taken away" : "put back", {
        method: "PATCH",
        path: `/api/photos/${id}`,
        body: { base_version: version, removed },
      });
      return now as Photo;
    },
    attach: (paper: File) =>
      outbox.add({
        jobId,
        base: "attachments",
        place: paper.name,
        typed: paper.name,
        step: "do",
        ask: {
          method: "POST",
          path: `/api/jobs/${jobId}/attachments`,
          body: { place: paper.name },
        },
        file: paper,
      }),
    setAttachmentAway: ({ id, name }: Attachment, removed: boolean) =>
      send("attachments", name, removed ? "taken away" : "put back", {
        method: "PATCH",
        path: `/api/attachments/${id}`,
        body: { removed },
      }),
    keepPhoto: (place: string, picture: File) => outbox.add(photoOf(jobId, place, picture)),
  };
}

/** On the plan: what a lead does to it, each with a reason. */
function planWrites(send: Send, jobId: number) {
  return {
    addStep: (step: BodyOf<"/api/jobs/{job_id}/plan/add", "post">) =>
      send("plan", step.what, "added", ask("post", "/api/jobs/{job_id}/plan/add", jobId, step)),
    strikeStep: (key: string, reason: string) =>
      send(
        "plan",
        key,
        "struck out",
        ask("post", "/api/jobs/{job_id}/plan/strike", jobId, { key, reason }),
      ),
    moveStep: (key: string, after: string, reason: string) =>
      send(
        "plan",
        key,
        `after ${after}`,
        ask("post", "/api/jobs/{job_id}/plan/move", jobId, { key, after, reason }),
      ),
    splitStep: (key: string, first: string, second: string, reason: string) =>
      send(
        "plan",
        key,
        "split in two",
        ask("post", "/api/jobs/{job_id}/plan/split", jobId, { key, first, second, reason }),
      ),
    tellOrder: (told: BodyOf<"/api/jobs/{job_id}/order", "post">) =>
      send(
        "line",
        "order",
        `${told.lines.length} ${told.state}`,
        ask("post", "/api/jobs/{job_id}/order", jobId, told),
      ),
    agreeQuote: (agreed: BodyOf<"/api/jobs/{job_id}/quote/agreed", "post">) =>
      send(
        "line",
        "quote",
        `${agreed.by} agreed`,
        ask("post", "/api/jobs/{job_id}/quote/agreed", jobId, agreed),
      ),
    sendQuote: (offer: BodyOf<"/api/jobs/{job_id}/quote/links", "post">) =>
      send(
        "line",
        "quote",
        "link made",
        ask("post", "/api/jobs/{job_id}/quote/links", jobId, offer),
      ),
    withdrawQuote: (link_id: number) =>
      send(
        "line",
        "quote",
        "link withdrawn",
        ask("post", "/api/jobs/{job_id}/quote/withdrawn", jobId, { link_id }),
      ),
    lookThrough: (digest: string) =>
      send(
        "line",
        "plan",
        "looked through",
        ask("post", "/api/jobs/{job_id}/plan/look", jobId, { digest }),
      ),
  };
}

/** On where the job stands. */
function lineWrites(send: Send, jobId: number) {
  return {
    passGate: (station: Station, reason: string) =>
      send(
        "line",
        station,
        "gate passed",
        ask("post", "/api/jobs/{job_id}/gates", jobId, { station, reason }),
      ),
    changeDue: (due_on: string | null) =>
      send(
        "line",
        "due_on",
        due_on ?? "no day",
        ask("patch", "/api/jobs/{job_id}/due", jobId, { due_on }),
      ),
    describe: (about: { name: string; description: string } & Omit<About, "owner_id">) =>
      send("line", "name", about.name, ask("patch", "/api/jobs/{job_id}/about", jobId, about)),
    putOnShelf: (shelf: Shelf) =>
      send("line", "shelf", shelf, ask("put", "/api/jobs/{job_id}/shelf", jobId, { shelf })),
    giveTo: (fitter: string) =>
      send("line", "fitter", fitter, ask("put", "/api/jobs/{job_id}/fitter", jobId, { fitter })),
    changeKind: (kind: JobKind) =>
      send("line", "kind", kind, ask("patch", "/api/jobs/{job_id}/kind", jobId, { kind })),
  };
}

/** Taking back what was done, and doing it again; which that is, is found when it goes out. */
function pastWrites(outbox: Outbox, jobId: number) {
  const step = (way: "undo" | "redo") =>
    outbox.add({
      jobId,
      base: "sheet",
      place: way,
      typed: way,
      step: way,
      ask: { method: "POST", path: "", body: {} },
    });
  return { undo: () => step("undo"), redo: () => step("redo") };
}

/** Everything that can be written on a job. Each resolves once the server has kept it. */
export function useWrites(jobId: number) {
  const outbox = useOutbox();
  return useMemo(() => {
    const send: Send = (base, place, typed, what) =>
      outbox.add({ jobId, base, place, typed, step: "do", ask: what });
    return {
      ...sheetWrites(send, jobId),
      ...paperWrites(send, jobId),
      ...choiceWrites(send, jobId),
      ...planWrites(send, jobId),
      ...lineWrites(send, jobId),
      ...photoWrites(outbox, send, jobId),
      ...pastWrites(outbox, jobId),
    };
  }, [jobId, outbox]);
}

type Path =
  "/api/jobs" | "/api/jobs/practice" | "/api/jobs/{job_id}/again" | "/api/jobs/{job_id}/copy";

/** What a form of the yard opens: a job on a vehicle nobody has seen, on the same, on a copy. */
export function useOpened() {
  const outbox = useOutbox();
  return <P extends Path>(
    path: P,
    jobId: number,
    typed: string,
    body: BodyOf<P, "post">,
    form?: string,
  ) =>
    outbox.fromForm<Job>({
      jobId,
      base: "yard",
      place: "a new job",
      typed,
      step: "do",
      ask: ask("post", path, jobId, body),
      form,
    });
}

/** What can be taken back or done again on a job, with what it was; none where somebody else wrote. */
export function usePast(job: Job) {
  // What was done is noted as each write comes back.
  useOnItsWay();
  const past = useOutbox().past(job.id);
  const may = (step: Done | undefined) =>
    step === undefined ? null : { ...step, ours: stillOurs(past, step, job) };
  return { undo: may(past.done.at(-1)), redo: may(past.undone.at(-1)) };
}
