import * as z from "zod/mini";
import { withUnit } from "../api/units";
import { PART_KIND_NAMES } from "../api/generated/core";
import type { RackSearch } from "../api/racks";

type PartKind = keyof typeof PART_KIND_NAMES;
const PART_KINDS = Object.keys(PART_KIND_NAMES) as [PartKind, ...PartKind[]];

/** Kinds the racks are narrowed to; none is everything. */
export const KINDS: { key: PartKind | undefined; name: string }[] = [
  { key: undefined, name: "Everything" },
  ...PART_KINDS.map((key) => ({ key, name: PART_KIND_NAMES[key] })),
];

// A bare number in the address arrives as one. What does not belong there is left out.
const text = z.catch(
  z.optional(z.union([z.string(), z.pipe(z.number(), z.transform(String))])),
  undefined,
);
const yes = z.catch(z.optional(z.literal(true)), undefined);

/** What the address of the racks says; `list` is which of the racks' other lists is shown. */
export const racksSearch = z.object({
  find: text,
  kind: z.catch(z.optional(z.enum(PART_KINDS)), undefined),
  axle: text,
  load: text,
  from: text,
  to: text,
  bore: text,
  list: z.catch(z.optional(z.enum(["shelf", "sheets", "suppliers", "steels"])), undefined),
  steel: text,
  price: text,
  days: text,
  tube: yes,
  undrilled: yes,
  whole: yes,
  page: z.catch(z.optional(z.int().check(z.minimum(2))), undefined),
  /** Kit whose sheet is open. */
  sheet: z.catch(z.optional(z.int()), undefined),
  part: z.catch(z.optional(z.int()), undefined),
});

export type RacksSearch = z.infer<typeof racksSearch>;

/** What is asked of the server for an address. */
export function queryOf(search: RacksSearch): RackSearch {
  return {
    find: search.find ?? "",
    kind: search.kind,
    axle: search.axle ?? "",
    steel: search.steel ?? "",
    axle_load: withUnit(search.load ?? "", "mass"),
    diameter_from: withUnit(search.from ?? "", "small_length"),
    diameter_to: withUnit(search.to ?? "", "small_length"),
    bore_from: withUnit(search.bore ?? "", "small_length"),
    price_to: search.price ?? "",
    days_to: search.days ?? "",
    tube_only: search.tube ?? false,
    no_drilling: search.undrilled ?? false,
    nothing_apart: search.whole ?? false,
    page: search.page ?? 1,
  };
}
