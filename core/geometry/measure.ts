import * as v from 'valibot';

/** A named width of the site, in CSS pixels. */
export const MeasureSchema = v.object({
  id: v.pipe(v.string(), v.regex(/^[a-z][a-z0-9-]{0,30}$/)),
  name: v.pipe(v.string(), v.minLength(1), v.maxLength(40)),
  width: v.pipe(v.number(), v.integer(), v.minValue(16), v.maxValue(4000)),
});

export type Measure = v.InferOutput<typeof MeasureSchema>;

/** The share of a file's pixels, and so about of its bytes, that a screen between two widths may load for nothing. */
export const MOST_WASTED = 0.6;
/** A width whose screens would waste less than this with the next one is not worth a file of its own. */
const TOO_NEAR = 0.25;

/**
 * The pixel widths to make of a picture: every measure once and doubled for fine screens, never wider than the
 * original, which adds its own width where it is narrower than the widest wish. Between two of them stands another
 * where a screen just too wide for the smaller would waste more than MOST_WASTED of the larger; one that lies very
 * near to the next is left out. Ascending, without repeats.
 */
export function renditionWidths(measures: readonly Measure[], originalWidth: number): number[] {
  const wished = measures.flatMap(({ width }) => [width, width * 2]);
  const widest = Math.max(...wished, 0);
  const widths = new Set(wished.filter((width) => width <= originalWidth));
  if (originalWidth < widest) widths.add(originalWidth);
  const kept: number[] = [];
  for (const width of [...widths].sort((a, b) => b - a)) {
    const next = kept[0];
    if (next !== undefined && wasted(width, next) < TOO_NEAR) continue;
    if (next !== undefined) kept.unshift(...between(width, next));
    kept.unshift(width);
  }
  return kept;
}

/** What is loaded for nothing where a width is wanted and the next one comes. */
const wasted = (width: number, next: number) => 1 - (width / next) ** 2;

/** As few widths as it takes that no step between two is too large, each the same number of times the one before. */
function between(width: number, next: number): number[] {
  const largest = 1 / Math.sqrt(1 - MOST_WASTED);
  const steps = Math.ceil(Math.log(next / width) / Math.log(largest) - 1e-9);
  const each = (next / width) ** (1 / steps);
  return Array.from({ length: steps - 1 }, (_, step) => Math.round(width * each ** (step + 1)));
}

/**
 * How a width in pixels serves a measure: two pixels for each CSS pixel are sharp on fine screens, one on plain ones;
 * with fewer it looks soft, `factor` times too few (1 or less where there are enough).
 */
export function sharpnessAt(
  measure: Pick<Measure, 'width'>,
  pixels: number,
): { sharp: 'everywhere' | 'plain' | 'nowhere'; factor: number } {
  const factor = measure.width / pixels;
  return { sharp: factor <= 0.5 ? 'everywhere' : factor <= 1 ? 'plain' : 'nowhere', factor };
}

/** The height that keeps the proportions at a width, at least one pixel. */
export function heightAt(width: number, original: { width: number; height: number }): number {
  return Math.max(1, Math.round((width * original.height) / original.width));
}

/** The width of the text column: the measure called `column`, else the second widest. */
export function columnOf(measures: readonly Measure[]): number {
  const widths = measures.map(({ width }) => width).sort((a, b) => b - a);
  return measures.find(({ id }) => id === 'column')?.width ?? widths[1] ?? widths[0] ?? 720;
}
