import createClient from "openapi-fetch";
import type { Ask, Refusal, Write } from "./outbox/write";
import type { Complaint, Job, JobChange, News } from "./types";
import type { paths } from "./schema";

/** A request the server refused, or that never reached it (status 0). */
export class RefusedError extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.complaints[0]?.message ?? "The server did not answer as expected.");
  }

  get status(): number {
    return this.refusal.status;
  }

  get complaints(): Complaint[] {
    return this.refusal.complaints;
  }
}

function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

export const client = createClient<paths>({ credentials: "same-origin" });

client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", csrfToken());
    return request;
  },
});

type Answer<T> = { data?: T; error?: unknown; response: Response };

const UNREACHED: Refusal = {
  status: 0,
  complaints: [
    { field: "", message: "No connection to the shop's server. Nothing is lost; try again." },
  ],
};

/** What the server said against a request, whatever it sent. */
function refusalOf(status: number, said: unknown): Refusal {
  const { detail, current, news } = (said ?? {}) as {
    detail?: Complaint[];
    current?: Job;
    news?: News;
  };
  return { status, complaints: Array.isArray(detail) ? detail : [], current, news };
}

/**
 * Wait for an answer and return its data.
 * @throws RefusedError with the server's sentences, or one about the connection.
 */
export async function answered<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await request;
  } catch {
    throw new RefusedError(UNREACHED);
  }
  if (!answer.response.ok) {
    throw new RefusedError(refusalOf(answer.response.status, answer.error));
  }
  return answer.data as T;
}

/** What a response says, as data or against the request. */
async function said<T>(response: Response): Promise<Answer<T>> {
  const words: unknown = await response.json().catch(() => undefined);
  return response.ok ? { data: words as T, response } : { error: words, response };
}

/** Ask for a file: it, or what the server says while it is being made. */
export function askedFile(path: string): Promise<Blob | object> {
  const request = async (): Promise<Answer<Blob | object>> => {
    const response = await fetch(path, {
      credentials: "same-origin",
      headers: { Accept: "application/json" },
    });
    return response.status === 200 ? { data: await response.blob(), response } : said(response);
  };
  return answered(request());
}

/** Send what was asked, with its own headers and body. */
function asked<T>({ method, path }: Ask, headers: Record<string, string>, body: BodyInit) {
  const request = async (): Promise<Answer<T>> => {
    const response = await fetch(path, {
      method,
      credentials: "same-origin",
      headers: { "X-CSRFToken": csrfToken(), ...headers },
      body,
    });
    return said<T>(response);
  };
  return answered(request());
}

/** Send a kept file; its identifier lets the server keep it once. */
export async function sentFile({ id, ask }: Write, file: File): Promise<unknown> {
  const form = new FormData();
  for (const [name, value] of Object.entries({ ...ask.body, key: id }))
    form.set(name, String(value));
  form.set("file", file);
  return asked(ask, {}, form);
}

/** Send a kept write as it stands; its identifier lets the server do it once. */
export async function sentAlone<T>({ id, ask }: Write): Promise<T> {
  const headers = { "Content-Type": "application/json", "Idempotency-Key": id };
  return asked(ask, headers, JSON.stringify(ask.body));
}

/** Send a kept write over a version of its paper. */
export async function sent(write: Write, base_version: number): Promise<JobChange> {
  return sentAlone({ ...write, ask: { ...write.ask, body: { ...write.ask.body, base_version } } });
}
