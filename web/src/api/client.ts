import createClient from "openapi-fetch";
import type { Complaint, Job } from "./types";
import type { paths } from "./schema";

/** A request the server refused, or that never reached it (status 0). */
export class RefusedError extends Error {
  constructor(
    readonly status: number,
    readonly complaints: Complaint[],
    readonly current?: Job,
  ) {
    super(complaints[0]?.message ?? "The server did not answer as expected.");
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

/**
 * Wait for an answer and return its data.
 * @throws RefusedError with the server's sentences, or one about the connection.
 */
export async function answered<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await request;
  } catch {
    throw new RefusedError(0, [
      { field: "", message: "No connection to the shop's server. Nothing is lost; try again." },
    ]);
  }
  if (!answer.response.ok) {
    const body = (answer.error ?? {}) as { detail?: Complaint[]; current?: Job };
    throw new RefusedError(
      answer.response.status,
      Array.isArray(body.detail) ? body.detail : [],
      body.current,
    );
  }
  return answer.data as T;
}
