import type { StackPiece } from "../../api/types";

/** Head and nut have no thickness that counts; they are drawn this wide [px]. */
export const END_PX = 14;

/**
 * Where each piece of a stack begins and how wide it is drawn, to scale along the bolt.
 * @param thickness - of each piece [m]
 * @param width - of the paper [px]
 */
export function stackPlaces(order: StackPiece[], thickness: number[], width: number) {
  const total = thickness.reduce((sum, one) => sum + one, 0) || 1;
  const scale = (width - 4 * END_PX - 20) / total;
  const widths = order.map((piece, i) =>
    piece === "head" || piece === "nut" ? END_PX : Math.max(2, (thickness[i] ?? 0) * scale),
  );
  return widths.map((wide, i) => ({
    left: 10 + widths.slice(0, i).reduce((sum, one) => sum + one, 0),
    wide,
  }));
}
