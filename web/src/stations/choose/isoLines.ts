import { scaleLinear } from "@visx/scale";
import { contours } from "d3-contour";

/** A point of a table: node of its row, node of its column. */
export type TablePoint = [number, number];

/**
 * Lines along which a table reads one value.
 * @param table - rows over rowNodes, columns over columnNodes
 * @returns open or closed lines within the table, each from its lowest row node on
 */
export function isoLines(
  table: number[][],
  rowNodes: number[],
  columnNodes: number[],
  level: number,
): TablePoint[][] {
  const [rows, columns] = [rowNodes.length, columnNodes.length];
  const { coordinates } = contours().size([columns, rows]).contour(table.flat(), level);
  const [rowAt, columnAt] = [nodeAt(rowNodes), nodeAt(columnNodes)];
  // A ring also runs along the table's edge, half a cell outside its nodes; that is no line.
  const inside = ([x = 0, y = 0]: number[]) => x > 0 && x < columns && y > 0 && y < rows;
  return coordinates
    .flat()
    .flatMap((ring) => runs(ring, inside))
    .map((run) => run.map(([x = 0, y = 0]): TablePoint => [rowAt(y), columnAt(x)]))
    .map((line) => ((line[0]?.[0] ?? 0) > (line.at(-1)?.[0] ?? 0) ? line.toReversed() : line));
}

/** Nodes by their place in the grid, where d3 puts the first in the middle of its cell. */
function nodeAt(nodes: number[]) {
  return scaleLinear<number>({ domain: nodes.map((_, i) => i + 0.5), range: nodes });
}

/** Parts of a closed ring whose points all hold, longest possible and in its order. */
function runs<T>(ring: T[], holds: (point: T) => boolean): T[][] {
  const open = ring.slice(0, -1);
  const start = open.findIndex((point) => !holds(point));
  if (start < 0) return [ring];
  const found: T[][] = [[]];
  for (const point of [...open.slice(start), ...open.slice(0, start)]) {
    if (holds(point)) found.at(-1)?.push(point);
    else if (found.at(-1)?.length) found.push([]);
  }
  return found.filter((run) => run.length > 1);
}
