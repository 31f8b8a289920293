import { useShop } from "../api/shop";

/** Writes amounts in the shop's currency, whole. */
export function useMoney(): (amount: number) => string {
  const currency = useShop()?.currency ?? "EUR";
  const format = new Intl.NumberFormat("en", {
    style: "currency",
    currency,
    currencyDisplay: "narrowSymbol",
    maximumFractionDigits: 0,
  });
  return (amount) => format.format(amount);
}
