import { useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { useOutbox } from "./outbox/useOutbox";
import { NO_JOB } from "./outbox/write";
import type { BoltCount } from "./types";

/** What the shop keeps to. */
export const useShop = () =>
  useQuery({ queryKey: ["shop"], queryFn: () => answered(client.GET("/api/shop")) }).data;

/** The shop's own record of old bolts, beside the starting values. */
export const useBolts = () =>
  useQuery({ queryKey: ["bolts"], queryFn: () => answered(client.GET("/api/shop/bolts")) });

/** Puts what is written on the shop's own settings into the outbox. */
export function useShopWrites() {
  const outbox = useOutbox();
  return {
    /** Correct the shop's record of bolts of one class. */
    countBolts: (count: BoltCount) =>
      outbox.add({
        jobId: NO_JOB,
        base: "shop",
        place: `bolts.${count.rust}.${count.size}`,
        typed: `${count.snapped} snapped`,
        step: "do",
        ask: { method: "PUT", path: "/api/shop/bolts", body: count },
      }),
    /** Keep to something else in one matter; refused where another stands there by now. */
    change: (place: string, typed: string, instead_of: string) =>
      outbox.add({
        jobId: NO_JOB,
        base: "shop",
        place,
        typed,
        step: "do",
        ask: { method: "PATCH", path: "/api/shop", body: { place, typed, instead_of } },
      }),
  };
}
