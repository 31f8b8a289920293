import { useShop } from "../api/shop";

/**
 * Writes amounts in the shop's currency.
 * @param decimals - none for what is worked out, two for what is on a price list
 */
export function useMoney(decimals: 0 | 2 = 0): (amount: number) => string {
  const currency = useShop()?.currency;
  const format = new Intl.NumberFormat("en", {
    ...(currency && { style: "currency", currency, currencyDisplay: "narrowSymbol" }),
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
  });
  return (amount) => format.format(amount);
}
