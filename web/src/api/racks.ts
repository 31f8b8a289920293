import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { operations } from "./schema";

/** What is looked for on the racks; lengths and loads as typed. */
export type RackSearch = NonNullable<operations["search_racks"]["parameters"]["query"]>;

/** One page of the parts that a search finds; null asks nothing. */
export function useRacks(search: RackSearch | null) {
  return useQuery({
    queryKey: ["racks", search],
    queryFn: () => answered(client.GET("/api/racks", { params: { query: search ?? {} } })),
    enabled: search !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** Steels a bar may be of. */
export function useSteels() {
  return useQuery({
    queryKey: ["steels"],
    queryFn: () => answered(client.GET("/api/racks/steels")),
    staleTime: Infinity,
  });
}

/** Whom the shop buys from. */
export function useSuppliers() {
  return useQuery({
    queryKey: ["suppliers"],
    queryFn: () => answered(client.GET("/api/racks/suppliers")),
  });
}

/** One part with every offer. */
export function usePart(id: number | undefined) {
  return useQuery({
    queryKey: ["part", id],
    queryFn: () =>
      answered(
        client.GET("/api/racks/parts/{part_id}", { params: { path: { part_id: id ?? 0 } } }),
      ),
    enabled: id !== undefined,
  });
}

/** A table to be taken in; its key makes it one import however often it is sent. */
type ImportedTable = {
  key: string;
  text: string;
  mapping: Record<string, string>;
  good_rows_only: boolean;
};

/** Taking in a table: a look at it first, then all of it or its good rows. */
export function useImport() {
  const cache = useQueryClient();
  return {
    preview: (text: string, mapping: Record<string, string> | null, signal: AbortSignal) =>
      answered(client.POST("/api/racks/preview", { body: { text, mapping }, signal })),
    takeIn: async (table: ImportedTable) => {
      const done = await answered(client.POST("/api/racks/import", { body: table }));
      await cache.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== "session" });
      return done;
    },
  };
}
