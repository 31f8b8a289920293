import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { useOutbox } from "./outbox/useOutbox";
import { NO_JOB } from "./outbox/write";
import { whenDone } from "./tasks";

/** The board as it stands. */
export const useBoard = () =>
  useQuery({
    queryKey: ["board"],
    queryFn: () => answered(client.GET("/api/board")),
    retry: false,
  });

/** What is proposed for a board, by what stands on it; until it is there, what was proposed before. */
export const useProposal = (seen: string | undefined) =>
  useQuery({
    queryKey: ["proposal", seen],
    queryFn: () => whenDone(PROPOSAL_ASKED, () => answered(client.GET("/api/board/proposal"))),
    enabled: seen !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** By this name it is known how far the proposal is. */
const PROPOSAL_ASKED = "proposal";

/** Puts what a lead does on the board into the outbox. */
export function useBoardWrites() {
  const outbox = useOutbox();
  const send = (method: string, path: string, place: string, typed: string, body: object) =>
    outbox.add({
      jobId: NO_JOB,
      base: "board",
      place,
      typed,
      step: "do",
      ask: { method, path: `/api/board/${path}`, body },
    });
  return {
    putOn: (job_id: number, name: string) =>
      send("POST", "jobs", name, "put on the board", { job_id }),
    takeOff: (job_id: number, name: string) =>
      send("POST", "off", name, "taken off the board", { job_id }),
    pin: (job_id: number, name: string, spot: { bay_id: number; day: string; hour: number }) =>
      send("PUT", `jobs/${job_id}/pin`, name, "pinned", spot),
    unpin: (job_id: number, name: string) => send("POST", "unpin", name, "let go", { job_id }),
    take: (seen: string) => send("POST", "take", "proposal", "taken", { seen }),
    addBay: (name: string, kind: string) => send("POST", "bays", name, "added", { name, kind }),
    dropBay: (bay_id: number, name: string) =>
      send("POST", "bays/away", name, "taken away", { bay_id }),
    setPersonAway: (person_id: number, name: string, day: string, away: boolean) =>
      send("PUT", "people", name, `${away ? "away" : "there"} ${day}`, { person_id, day, away }),
    setDayOff: (day: string, off: boolean) =>
      send("PUT", "days-off", day, off ? "closed" : "open", { day, off }),
  };
}
