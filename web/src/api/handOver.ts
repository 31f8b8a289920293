import { useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { useOutbox } from "./outbox/useOutbox";
import { NO_JOB, OWNER } from "./outbox/write";
import { withUnit } from "./units";
import type { BodyOf } from "./outbox/write";
import type { Job } from "./types";

/** How a job is given back and what came after; anew where something was done on it. */
export const useHandOver = ({ id, line_version }: Job) =>
  useQuery({
    queryKey: ["hand-over", id, line_version],
    queryFn: () =>
      answered(client.GET("/api/jobs/{job_id}/hand-over", { params: { path: { job_id: id } } })),
    placeholderData: (before) => (before?.job_id === id ? before : undefined),
    retry: false,
  });

/** Who is due for a re-check. */
export const useDue = () =>
  useQuery({
    queryKey: ["due"],
    queryFn: () => answered(client.GET("/api/due")),
    retry: false,
  });

/** How the shop's predictions held. */
export const useRecord = () =>
  useQuery({
    queryKey: ["record"],
    queryFn: () => answered(client.GET("/api/record")),
    retry: false,
  });

type Path<What extends string> = `/api/jobs/{job_id}/${What}`;
type Said = BodyOf<Path<"hand-over/outside">, "post">;

/** Puts something into the outbox; it is sent once, whenever it can be. */
function useSend(jobId: number) {
  const outbox = useOutbox();
  return (place: string, typed: string, path: string, body: object) =>
    outbox.add({
      jobId,
      base: "hand_over",
      place,
      typed,
      step: "do",
      ask: { method: "POST", path, body },
    });
}

/** Puts what is said at Hand over into the outbox. */
export function useHandOverWrites(jobId: number) {
  const sendTo = useSend(jobId);
  const send = (place: string, typed: string, what: string, body: object) =>
    sendTo(place, typed, `/api/jobs/${jobId}/${what}`, body);
  return {
    sayOutside: (said: Said) => send(`outside ${said.step}`, said.state, "hand-over/outside", said),
    readOdometer: (typed: string) => {
      const odometer = withUnit(typed, "distance");
      return send("odometer", odometer, "hand-over/odometer", { odometer });
    },
    hearOdometer: (typed: string) => {
      const odometer = withUnit(typed, "distance");
      return send("odometer", odometer, "hand-over/heard", { odometer });
    },
    seeThreads: (seen: boolean) =>
      send("repaired threads", seen ? "looked at" : "not looked at", "hand-over/threads", { seen }),
    leaveOff: (left_off: string[]) =>
      send("left off", left_off.join("; "), "hand-over/left", { left_off }),
    handOver: (reason: string) => send("hand-over", "handed over", "hand-over", { reason }),
    openRecheck: (visit: number, typed: string) => {
      const odometer = withUnit(typed, "distance");
      return send(`visit ${visit}`, odometer, "recheck", { visit, odometer }) as Promise<Job>;
    },
    sendReport: () => send("report", "sent", "report", {}),
    withdrawReport: (link_id: number) =>
      send("report", "withdrawn", "report/withdrawn", { link_id }),
    tellNoise: (told: BodyOf<Path<"troubles">, "post">) =>
      send("trouble", told.trouble, "troubles", told),
    sayCause: (said: BodyOf<Path<"troubles/cause">, "post">) =>
      send(`trouble ${said.trouble_id}`, said.cause || (said.found ?? ""), "troubles/cause", said),
    takeNoiseBack: (trouble_id: number) =>
      send(`trouble ${trouble_id}`, "taken back", "troubles/away", { trouble_id }),
  };
}

/** Puts what a lead makes of the shop's record into the outbox. */
export function useRecordWrites() {
  const send = useSend(NO_JOB);
  return {
    takeClass: (rig_kind: string, jobs: number[]) =>
      send("class defaults", "taken", "/api/record/class", { rig_kind, jobs }),
    leaveClassOut: (correction_id: number) =>
      send("class defaults", "left out", "/api/record/class/away", { correction_id }),
    remind: (job_id: number, name: string) =>
      send(`reminder of ${name}`, "sent", "/api/due/remind", { job_id }),
    eraseOwner: (owner_id: number) => send(OWNER, "erased", "/api/owners/erased", { owner_id }),
    renewFeed: () => send("calendar", "new address", "/api/due/feed", {}),
  };
}
