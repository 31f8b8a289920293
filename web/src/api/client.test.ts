import { QueryClient } from "@tanstack/react-query";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { answered, RefusedError } from "./client";

const response = (status: number) => ({ ok: status < 400, status }) as Response;

describe("answered", () => {
  it("hands the data over", async () => {
    const answer = Promise.resolve({ data: { id: 1 }, response: response(200) });
    expect(await answered(answer)).toEqual({ id: 1 });
  });

  it("turns a refusal into its sentences, field by field", async () => {
    const detail = [{ field: "rear.track_m", message: "Track reads 0 mm." }];
    const answer = Promise.resolve({ error: { detail }, response: response(422) });
    const refused = await answered(answer).catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(RefusedError);
    expect(refused).toMatchObject({
      status: 422,
      complaints: detail,
      message: "Track reads 0 mm.",
    });
  });

  it("carries what stands now with a conflict", async () => {
    const error = { detail: [], current: { id: 7 } };
    const answer = Promise.resolve({ error, response: response(409) });
    expect(await answered(answer).catch((e: unknown) => e)).toMatchObject({
      refusal: { current: { id: 7 } },
    });
  });

  it("says so in words when the server cannot be reached or answers nonsense", async () => {
    const lost = await answered(Promise.reject(new TypeError("fetch failed"))).catch(String);
    expect(lost).toContain("No connection");
    const odd = Promise.resolve({ error: "<html>", response: response(502) });
    expect(await answered(odd).catch(String)).toContain("did not answer as expected");
  });
});

describe("the client", () => {
  const sent: Request[] = [];

  beforeEach(() => {
    sent.length = 0;
    vi.stubGlobal("document", { cookie: "theme=bay; csrftoken=abc123; other=1" });
    vi.stubGlobal("fetch", (request: Request) => {
      sent.push(request);
      return Promise.resolve(new Response("null", { status: 200 }));
    });
  });

  it("sends the token with what changes something, and only with that", async () => {
    vi.resetModules();
    vi.stubGlobal("location", new URL("http://127.0.0.1/"));
    const { client } = await import("./client");
    const base = { baseUrl: "http://127.0.0.1" };
    await client.GET("/api/session", base);
    await client.DELETE("/api/session", base);
    expect(sent.map((request) => request.headers.get("X-CSRFToken"))).toEqual([null, "abc123"]);
  });
});

describe("job cache", () => {
  it("keeps jobs apart by their number", async () => {
    const { jobKey } = await import("./queries");
    const cache = new QueryClient();
    cache.setQueryData(jobKey(1), "one");
    cache.setQueryData(jobKey(2), "two");
    expect(cache.getQueryData(jobKey(1))).toBe("one");
  });
});
