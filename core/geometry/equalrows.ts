/** A row of things of one height: the first and the one behind the last of them, and how high they are. */
export interface EqualRow {
  from: number;
  to: number;
  /** In the unit of the width. */
  height: number;
}

/** The most things in one row. */
const MOST = 24;

/**
 * Sets things of these ratios (width by height) into rows that are all as wide as `width`, in their order, so that those
 * of a row are equally high and every row is as near to `height` as it can be, the last one too. All in one unit.
 */
export function equalRows(
  ratios: readonly number[],
  { width, height, gap }: { width: number; height: number; gap: number },
): EqualRow[] {
  const count = ratios.length;
  /** How badly the best rows up to each thing fit, and where the last of them begins. */
  const worst = new Float64Array(count + 1).fill(Infinity);
  const begins = new Int32Array(count + 1);
  worst[0] = 0;
  for (let to = 1; to <= count; to++) {
    let wide = 0;
    for (let from = to - 1; from >= 0 && to - from <= MOST; from--) {
      wide += ratios[from] ?? 1;
      const high = (width - gap * (to - from - 1)) / wide;
      // Rows of more things are lower still.
      if (high <= 0 && to - from > 1) break;
      const off = Math.log(Math.max(high, 1) / height);
      const fits = (worst[from] ?? Infinity) + off * off;
      if (fits < (worst[to] ?? Infinity)) {
        worst[to] = fits;
        begins[to] = from;
      }
      if (high < height / 4) break;
    }
  }
  const rows: EqualRow[] = [];
  for (let to = count; to > 0; to = begins[to] ?? 0) {
    const from = begins[to] ?? 0;
    const wide = ratios.slice(from, to).reduce((sum, ratio) => sum + ratio, 0);
    rows.push({ from, to, height: (width - gap * (to - from - 1)) / wide });
  }
  return rows.toReversed();
}
