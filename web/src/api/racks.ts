import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { shownUnits } from "./units";
import { useOutbox } from "./outbox/useOutbox";
import { NO_JOB } from "./outbox/write";
import type { components, operations } from "./schema";
import type { Remembered, StockRow } from "./types";

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
      answered(
        client.POST("/api/racks/preview", { body: { text, mapping, units: shownUnits() }, signal }),
      ),
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

/** What stands on the shop's own shelf. */
export const useStock = () =>
  useQuery({ queryKey: ["stock"], queryFn: () => answered(client.GET("/api/racks/stock")) });

/** Kits whose sheet the shop has written down. */
export const useKitSheets = () =>
  useQuery({ queryKey: ["kit sheets"], queryFn: () => answered(client.GET("/api/racks/sheets")) });

/** The sheet of one kit, with what jobs taught of it. */
export const useKitSheet = (part_id: number) =>
  useQuery({
    queryKey: ["kit sheet", part_id],
    queryFn: () =>
      answered(client.GET("/api/racks/parts/{part_id}/sheet", { params: { path: { part_id } } })),
    retry: false,
  });

/** Scans of a kit's sheet. */
export const useScans = (part_id: number) =>
  useQuery({
    queryKey: ["scans", part_id],
    queryFn: () =>
      answered(client.GET("/api/racks/parts/{part_id}/scans", { params: { path: { part_id } } })),
  });

/** Puts what is written of shelf and kits into the outbox. */
export function useRackWrites() {
  const outbox = useOutbox();
  const send = (
    method: string,
    path: string,
    place: string,
    typed: string,
    body: object,
    form?: string,
  ) =>
    outbox.fromForm<unknown>({
      jobId: NO_JOB,
      base: "racks",
      place,
      typed,
      step: "do",
      ask: { method, path: `/api/${path}`, body },
      form,
    });
  return {
    count: (row: StockRow) => send("PUT", "racks/stock", row.what, String(row.quantity), row),
    dropStock: (what: string) => send("POST", "racks/stock/away", what, "taken away", { what }),
    /** @param form - key of the draft on this device that is done with once it is kept */
    writeSheet: (partId: number, sheet: components["schemas"]["KitSheetIn"], form: string) =>
      send(
        "PUT",
        `racks/parts/${partId}/sheet`,
        "sheet",
        `${sheet.lines.length} lines`,
        sheet,
        form,
      ),
    remember: (partId: number, what: Remembered) =>
      send("POST", `racks/parts/${partId}/remembered`, what.step, what.says || "hours", what),
    setScanAway: (id: number, removed: boolean) =>
      send("PATCH", `scans/${id}`, "scan", removed ? "taken away" : "put back", { removed }),
    keepScan: (partId: number, scan: File) =>
      outbox.add({
        jobId: NO_JOB,
        base: "racks",
        place: "scan",
        typed: scan.name,
        step: "do",
        ask: {
          method: "POST",
          path: `/api/racks/parts/${partId}/scans`,
          body: { place: scan.name },
        },
        file: scan,
      }),
  };
}
