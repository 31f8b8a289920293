import type { OrderLine, OrderStanding } from "../../api/types";

/** Lines that are bought in one place; without a name those that nobody was named for. */
export type Bought = { supplier: string; lines: OrderLine[] };

/** An order by supplier, by name, with what nobody was named for last. */
export function bySupplier(order: OrderLine[], stands: Map<string, OrderStanding>): Bought[] {
  const groups = new Map<string, OrderLine[]>();
  for (const line of order) {
    const supplier = stands.get(line.what)?.supplier ?? "";
    groups.set(supplier, [...(groups.get(supplier) ?? []), line]);
  }
  return [...groups]
    .map(([supplier, lines]) => ({ supplier, lines }))
    .sort(
      (a, b) => Number(!a.supplier) - Number(!b.supplier) || a.supplier.localeCompare(b.supplier),
    );
}

/** What a line costs at whom it is bought from [cents each], and its days; null where nobody says. */
export function offerOf({ offers, supplier }: OrderStanding) {
  return offers.find((offer) => offer.supplier === supplier) ?? null;
}

/** By when some lines would come from one supplier, as an ISO day; empty where one says no days. */
export function comesBy(lines: OrderStanding[], supplier: string, today: Date): string {
  const days = lines.map((line) => offerOf({ ...line, supplier })?.delivery_days ?? null);
  const known = days.filter((one) => one !== null);
  if (known.length === 0 || known.length < days.length) return "";
  const day = new Date(today);
  day.setDate(day.getDate() + Math.max(...known));
  const two = (part: number) => String(part).padStart(2, "0");
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;
}
