import type { AxleFit } from "../../api/types";
import type { FitSheet } from "../../job/sheets";

/**
 * Places of a sheet in measuring order: what Tab follows.
 * @param path - of the axle's sheet, such as "fitting.rear"
 */
export function fitOrder(path: string, fit: AxleFit, sheet: FitSheet): string[] {
  const under = (names: string[]) => names.map((name) => `${path}.${name}`);
  const hole = fit.left.link_hole ?? 0;
  const spot = fit.left.bar_place ?? 0;
  switch (sheet) {
    case "side":
      return under([
        "rail.edge_m",
        `bar_places.${spot}.height_m`,
        `bar_places.${spot}.forward_m`,
        `link_holes.${hole}.height_m`,
        `link_holes.${hole}.forward_m`,
        "left.link_m",
        "right.link_m",
        "bump_m",
        "droop_m",
      ]);
    case "holes":
      return under(
        fit.link_holes.flatMap((_, i) => [`link_holes.${i}.height_m`, `link_holes.${i}.forward_m`]),
      );
    case "across":
      return under([
        "seat.link_holes_apart_m",
        "rail.outside_m",
        "seat.bar_offset_m",
        "seat.saddles_apart_m",
        "seat.saddle_width_m",
        "seat.vent_m",
        "seat.weld_m",
        "seat.line_m",
      ]);
    case "drill":
      return under(
        (fit.drilled ?? []).flatMap((_, i) => [
          `drilled.${i}.forward_m`,
          `drilled.${i}.above_edge_m`,
        ]),
      );
    case "bolts":
      return ["fitting.wrench_m", "fitting.extension_m"];
    default:
      return [];
  }
}
