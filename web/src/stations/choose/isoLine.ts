/**
 * Line along which a table reads one value, for tables that rise along every row.
 * @param table - rows over rowNodes, columns over columnNodes, rising with the column
 * @returns points (row, column) where it is reached, row by row; rows that never do are left out
 */
export function isoLine(
  table: number[][],
  rowNodes: number[],
  columnNodes: number[],
  level: number,
): [number, number][] {
  return table.flatMap((row, i): [number, number][] => {
    const above = row.findIndex((value) => value >= level);
    const rowNode = rowNodes[i] ?? 0;
    if (above < 0) return [];
    if (above === 0) return [[rowNode, columnNodes[0] ?? 0]];
    const [low, high] = [row[above - 1] ?? 0, row[above] ?? 0];
    const share = (level - low) / (high - low);
    const [from, to] = [columnNodes[above - 1] ?? 0, columnNodes[above] ?? 0];
    return [[rowNode, from + share * (to - from)]];
  });
}
