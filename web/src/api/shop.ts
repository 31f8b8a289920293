import { useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { useOutbox } from "./outbox/useOutbox";
import { NO_JOB } from "./outbox/write";

/** What the shop keeps to. */
export const useShop = () =>
  useQuery({ queryKey: ["shop"], queryFn: () => answered(client.GET("/api/shop")) }).data;

/** Puts what is written on the shop's own settings into the outbox. */
export function useShopWrites() {
  const outbox = useOutbox();
  return {
    /** Make a school the whole shop's own in one matter. */
    chooseSchool: (matter: string, school: string, instead_of: string) =>
      outbox.add({
        jobId: NO_JOB,
        base: "shop",
        place: `schools.${matter}`,
        typed: school,
        step: "do",
        ask: {
          method: "PATCH",
          path: "/api/shop/schools",
          body: { matter, school, instead_of },
        },
      }),
  };
}
