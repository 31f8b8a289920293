import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { answered, client } from "../api/client";

export type Fields = Record<string, string>;

/** What each calculator asks the server, by its key. */
const ASKS = {
  bar: (query: Fields) => answered(client.GET("/api/bench/bar", { params: { query } })),
  bore: (query: Fields) => answered(client.GET("/api/bench/bore", { params: { query } })),
  claim: ({ claim = "", ...bars }: Fields) =>
    answered(
      client.GET("/api/bench/claim", {
        params: { query: { ...bars, claim: Number(claim.replace("%", "")) } },
      }),
    ),
  link: (query: Fields) => answered(client.GET("/api/bench/link", { params: { query } })),
  level: (query: Fields) => answered(client.GET("/api/bench/level-hole", { params: { query } })),
  torque: (query: Fields) =>
    answered(client.GET("/api/bench/torque", { params: { query: query as never } })),
  drill: ({ size = "" }: Fields) =>
    answered(client.GET("/api/bench/drill", { params: { query: { size } } })),
  snapped: (query: Fields) => answered(client.GET("/api/bench/snapped", { params: { query } })),
  /** Lines of both pictures, as one text. */
  pictures: ({ asked = "" }: Fields) =>
    answered(client.POST("/api/bench/pictures", { body: JSON.parse(asked) as never })),
};

export type Asked = keyof typeof ASKS;
export type AnswerOf<K extends Asked> = Awaited<ReturnType<(typeof ASKS)[K]>>;

/** A calculator's answer to what is typed; the last one stays while the next is on its way. */
export const benchQuery = <K extends Asked>(key: K, fields: Fields) =>
  queryOptions({
    queryKey: ["bench", key, fields],
    queryFn: () => ASKS[key](fields) as Promise<AnswerOf<K>>,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
