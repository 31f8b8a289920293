/** Least and most of a stretch of samples in each of some columns; nothing in between is hidden. */
export type Columns = { low: Float32Array; high: Float32Array };

/**
 * Samples drawn into columns of pixels: each column spans its least to its most.
 * @param values - evenly sampled
 * @param from - first sample shown, may lie between two
 * @param to - last sample shown
 * @param columns - how many there are
 */
export function minMax(values: Float32Array, from: number, to: number, columns: number): Columns {
  const low = new Float32Array(columns).fill(NaN);
  const high = new Float32Array(columns).fill(NaN);
  const each = (to - from) / columns;
  for (let column = 0; column < columns; column++) {
    // A column takes the last sample of the one before along, so that a line has no gap.
    const first = Math.max(0, Math.floor(from + column * each));
    const last = Math.min(values.length - 1, Math.ceil(from + (column + 1) * each));
    if (first > last) continue;
    let least = values[first] ?? NaN;
    let most = least;
    for (let at = first + 1; at <= last; at++) {
      const value = values[at] ?? NaN;
      if (value < least) least = value;
      else if (value > most) most = value;
    }
    low[column] = least;
    high[column] = most;
  }
  return { low, high };
}
