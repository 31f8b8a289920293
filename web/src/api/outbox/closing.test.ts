import { QueryClient } from "@tanstack/react-query";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { RefusedError } from "../client";
import { jobKey } from "../queries";
import type { Job, JobChange } from "../types";
import { Outbox } from "./outbox";
import type { Ask, Made, Write } from "./write";

/** A page that may be closed: what it waits for once its steps are used up never comes. */
const page = vi.hoisted(() => ({ stepsLeft: Infinity, steps: 0 }));

function step(): Promise<void> {
  page.steps += 1;
  if (page.stepsLeft <= 0) return new Promise(() => undefined);
  page.stepsLeft -= 1;
  return Promise.resolve();
}

/** What is on the device whatever becomes of the page. */
const device = vi.hoisted(() => ({ writes: new Map<string, unknown>(), past: new Map() }));

vi.mock("./kept", () => ({
  KEPT_FAILED: "",
  kept: {
    put: async (write: Write) => {
      await step();
      device.writes.set(write.id, structuredClone(write));
      await step();
    },
    drop: async (id: string) => {
      await step();
      device.writes.delete(id);
    },
    of: async () => ([...device.writes.values()] as Write[]).sort((a, b) => a.at - b.at),
  },
}));

/** A server that keeps versions and answers each identifier once, as ours does. */
class Server {
  version = 1;
  values: string[] = ["1 m"];
  answers = new Map<string, { asked: string; made: JobChange }>();
  done: string[] = [];

  job = (): Job =>
    ({
      id: 7,
      sheet_version: this.version,
      sheet: { track: this.values.at(-1) },
      line_version: this.version,
    }) as unknown as Job;

  take(id: string, ask: Ask, base: number | undefined): JobChange {
    const asked = JSON.stringify([ask.path, ask.body]);
    const answered = this.answers.get(id);
    if (answered) {
      if (answered.asked !== asked) throw refusal(422);
      return answered.made;
    }
    if (base !== undefined && base !== this.version) throw refusal(409, this.job());
    const { typed, to_version } = ask.body as { typed?: string; to_version?: number };
    this.done.push(typed ?? `version ${to_version}`);
    this.values.push(
      to_version === undefined ? (typed ?? "") : (this.values[to_version - 1] ?? ""),
    );
    this.version += 1;
    const made = { job: this.job(), wrote: { sheet: this.version } } as unknown as JobChange;
    this.answers.set(id, { asked, made });
    return made;
  }
}

const refusal = (status: number, current?: Job) =>
  new RefusedError({ status, complaints: [{ field: "", message: `${status}` }], current });

let server = new Server();

vi.mock("../client", async (importActual) => {
  const send = async ({ id, ask }: Write, base?: number) => {
    await step();
    const made = server.take(id, ask, base);
    await step();
    return made;
  };
  const alone = (write: Write) => send(write);
  return { ...(await importActual<object>()), sent: send, sentAlone: alone, sentFile: alone };
});

vi.stubGlobal("localStorage", {
  getItem: (key: string) => device.past.get(key) ?? null,
  setItem: (key: string, text: string) => device.past.set(key, text),
  removeItem: (key: string) => device.past.delete(key),
});

const edit = (typed: string): Made => ({
  jobId: 7,
  base: "sheet",
  place: "track",
  typed,
  step: "do",
  ask: { method: "PATCH", path: "/api/jobs/7/sheet", body: { typed } },
});
const stepBack = (step: "undo" | "redo"): Made => ({ ...edit(""), step });
const alone = (typed: string, base: Made["base"], file?: File): Made => ({
  ...edit(typed),
  base,
  file,
  ask: { method: "POST", path: `/api/jobs/7/${base}`, body: { typed } },
});

/** Hands that type, by what they leave; each goes on as if nothing had happened to the page. */
const HANDS: Record<string, { makes: Made[]; done: string[]; past: number }> = {
  "a number": { makes: [edit("2 m")], done: ["2 m"], past: 1 },
  "two numbers at one place": {
    makes: [edit("2 m"), edit("3 m")],
    done: ["2 m", "3 m"],
    past: 2,
  },
  "a number taken back": {
    makes: [edit("2 m"), stepBack("undo")],
    done: ["2 m", "version 1"],
    past: 0,
  },
  "a number taken back and done again": {
    makes: [edit("2 m"), stepBack("undo"), stepBack("redo")],
    done: ["2 m", "version 1", "version 2"],
    past: 1,
  },
  "a step under the vehicle": { makes: [alone("done", "bay")], done: ["done"], past: 0 },
  "a photo": {
    makes: [alone("x.jpg", "photos", new File(["x"], "x.jpg"))],
    done: ["x.jpg"],
    past: 0,
  },
  "a station passed": {
    makes: [{ ...alone("go on", "line"), place: "" }],
    done: ["go on"],
    past: 0,
  },
};

async function opened(): Promise<Outbox> {
  const cache = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  cache.setQueryData(jobKey(7), server.job());
  const outbox = new Outbox(cache);
  await outbox.open("wren");
  return outbox;
}

const rest = () => new Promise((done) => setTimeout(done, 0));

/** Let a hand type at a page that is closed after so many steps; returns whether it was. */
async function typed(makes: Made[], closedAfter: number): Promise<boolean> {
  page.stepsLeft = Infinity;
  const outbox = await opened();
  Object.assign(page, { stepsLeft: closedAfter, steps: 0 });
  makes.forEach((made) => void outbox.add(made).catch(() => undefined));
  for (let turns = 0; turns < 12; turns++) await rest();
  return page.steps > closedAfter;
}

describe("a page that is closed between typing and answer", () => {
  beforeEach(() => {
    server = new Server();
    device.writes.clear();
    device.past.clear();
  });

  it.each(Object.entries(HANDS))("loses and doubles nothing of %s", async (_, hand) => {
    for (let closedAfter = 0; ; closedAfter++) {
      server = new Server();
      device.writes.clear();
      device.past.clear();
      const closed = await typed(hand.makes, closedAfter);
      const onDevice = device.writes.size;
      page.stepsLeft = Infinity;
      const again = await opened();
      for (let turns = 0; turns < 12; turns++) await rest();
      const where = `closed after ${closedAfter} steps, ${onDevice} on the device`;
      expect(again.onItsWay(), where).toEqual([]);
      expect(device.writes.size, where).toBe(0);
      // What the page was closed on before the device held it was never shown as kept.
      expect(server.done, where).toEqual(hand.done.slice(0, server.done.length));
      expect(server.done.length, where).toBeGreaterThanOrEqual(onDevice);
      if (!closed) {
        expect(server.done).toEqual(hand.done);
        expect(again.past(7).done.length).toBe(hand.past);
        return;
      }
    }
  });

  it("is told of a conflict where somebody else was first, and of none with itself", async () => {
    // Closed after its first write was done, before its answer was read.
    for (let closedAfter = 0; server.done.length === 0; closedAfter++) {
      device.writes.clear();
      await typed([edit("2 m"), edit("3 m")], closedAfter);
    }
    expect(server.done).toEqual(["2 m"]);
    page.stepsLeft = Infinity;
    server.take("theirs", { method: "PATCH", path: "", body: { typed: "9 m" } }, undefined);
    const again = await opened();
    for (let turns = 0; turns < 12; turns++) await rest();
    expect(again.onItsWay().map(({ write, state }) => [write.typed, state])).toEqual([
      ["3 m", "refused"],
    ]);
    expect(server.done).toEqual(["2 m", "9 m"]);
  });

  it("sends what it held before what a draft says again at once", async () => {
    for (let closedAfter = 0; server.done.length === 0; closedAfter++) {
      device.writes.clear();
      await typed([edit("2 m")], closedAfter);
    }
    page.stepsLeft = Infinity;
    const cache = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
    // A page shows a job as it knew it last until it is read anew.
    cache.setQueryData(jobKey(7), new Server().job());
    const again = new Outbox(cache);
    void again.open("wren");
    void again.add(edit("2 m")).catch(() => undefined);
    cache.setQueryData(jobKey(7), server.job());
    for (let turns = 0; turns < 12; turns++) await rest();
    expect(again.onItsWay()).toEqual([]);
    expect(device.writes.size).toBe(0);
    expect(server.done).toEqual(["2 m", "2 m"]);
  });
});
