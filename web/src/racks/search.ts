import type { RackSearch } from "../api/racks";

/** What the address of the racks says. */
export type RacksSearch = {
  find?: string;
  kind?: RackSearch["kind"];
  axle?: string;
  load?: string;
  from?: string;
  to?: string;
  bore?: string;
  /** Which of the racks' other lists is shown. */
  list?: "steels" | "suppliers";
  steel?: string;
  price?: string;
  days?: string;
  tube?: boolean;
  undrilled?: boolean;
  page?: number;
  part?: number;
};

export const KINDS = [
  { key: undefined, name: "Everything" },
  { key: "bar", name: "Bars" },
  { key: "kit", name: "Kits" },
  { key: "link", name: "Links" },
  { key: "bracket", name: "Brackets" },
  { key: "bushing", name: "Bushings" },
] as const;

const TEXTS = ["find", "axle", "load", "from", "to", "bore", "steel", "price", "days"] as const;

/** Read the address; what does not belong there is left out. */
export function readSearch(search: Record<string, unknown>): RacksSearch {
  const found: RacksSearch = {};
  for (const key of TEXTS) {
    // A bare number in the address arrives as one.
    const value = search[key];
    if (typeof value === "string" || typeof value === "number") found[key] = String(value);
  }
  const kind = KINDS.find(({ key }) => key !== undefined && key === search.kind)?.key;
  if (kind) found.kind = kind;
  if (search.list === "steels" || search.list === "suppliers") found.list = search.list;
  if (search.tube === true) found.tube = true;
  if (search.undrilled === true) found.undrilled = true;
  if (typeof search.page === "number" && search.page > 1) found.page = search.page;
  if (typeof search.part === "number") found.part = search.part;
  return found;
}

const numberOf = (text: string | undefined) => {
  const value = Number(text);
  return text === undefined || Number.isNaN(value) ? undefined : value;
};

/** What is asked of the server for an address. */
export function queryOf(search: RacksSearch): RackSearch {
  return {
    find: search.find ?? "",
    kind: search.kind ?? undefined,
    axle: search.axle ?? "",
    steel: search.steel ?? "",
    axle_load: search.load ?? "",
    diameter_from: search.from ?? "",
    diameter_to: search.to ?? "",
    bore_from: search.bore ?? "",
    price_to: numberOf(search.price),
    days_to: numberOf(search.days),
    tube_only: search.tube ?? false,
    no_drilling: search.undrilled ?? false,
    page: search.page ?? 1,
  };
}
