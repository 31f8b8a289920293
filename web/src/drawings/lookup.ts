/** Place of a value between nodes: the lower node and the share towards the next. */
function between(nodes: number[], value: number): { at: number; share: number } {
  const last = nodes.length - 1;
  if (last < 1 || value <= (nodes[0] ?? 0)) return { at: 0, share: 0 };
  if (value >= (nodes[last] ?? 0)) return { at: last - 1, share: 1 };
  let at = 0;
  while ((nodes[at + 1] ?? Infinity) < value) at += 1;
  const [low, high] = [nodes[at] ?? 0, nodes[at + 1] ?? 1];
  return { at, share: (value - low) / (high - low) };
}

/**
 * Read a curve between its nodes, linearly; null where it has no value there.
 * @param values - over nodes
 */
export function readCurve(nodes: number[], values: (number | null)[], value: number) {
  const { at, share } = between(nodes, value);
  const [low, high] = [values[at] ?? null, values[at + 1] ?? null];
  if (share === 0) return low;
  if (share === 1) return high;
  return low === null || high === null ? null : low * (1 - share) + high * share;
}

/**
 * Read a table between its nodes, linearly in both directions; held at its edges.
 * @param table - rows over rowNodes, columns over columnNodes
 */
export function lookUp(
  table: number[][],
  rowNodes: number[],
  columnNodes: number[],
  row: number,
  column: number,
): number {
  const r = between(rowNodes, row);
  const c = between(columnNodes, column);
  const cell = (i: number, j: number) => table[i]?.[j] ?? 0;
  const along = (i: number) => cell(i, c.at) * (1 - c.share) + cell(i, c.at + 1) * c.share;
  return r.share === 0 ? along(r.at) : along(r.at) * (1 - r.share) + along(r.at + 1) * r.share;
}
