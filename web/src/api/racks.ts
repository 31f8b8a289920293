import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { useOutbox } from "./outbox/useOutbox";
import { NO_JOB } from "./outbox/write";
import type { components, operations } from "./schema";

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

type ImportedTable = components["schemas"]["ImportIn"];
type Imported = components["schemas"]["ImportOut"];

/** Taking in a table: a look at it first, then all of it or its good rows. */
export function useImport() {
  const outbox = useOutbox();
  return {
    preview: (text: string, mapping: Record<string, string> | null, signal: AbortSignal) =>
      answered(client.POST("/api/racks/preview", { body: { text, mapping }, signal })),
    takeIn: (name: string, table: ImportedTable) =>
      outbox.fromForm<Imported>({
        jobId: NO_JOB,
        base: "racks",
        place: "parts",
        typed: name,
        step: "do",
        ask: { method: "POST", path: "/api/racks/import", body: table },
      }),
  };
}
