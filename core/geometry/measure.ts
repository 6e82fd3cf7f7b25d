import * as v from 'valibot';

/** A named width of the site, in CSS pixels. */
export const MeasureSchema = v.object({
  id: v.pipe(v.string(), v.regex(/^[a-z][a-z0-9-]{0,30}$/)),
  name: v.pipe(v.string(), v.minLength(1), v.maxLength(40)),
  width: v.pipe(v.number(), v.integer(), v.minValue(16), v.maxValue(4000)),
});

export type Measure = v.InferOutput<typeof MeasureSchema>;

/**
 * The pixel widths to make of a picture: every measure once and doubled for fine screens,
 * never wider than the original. An original narrower than the widest wish adds its own
 * width, so that no pixel it has goes unused. Ascending, without repeats.
 */
export function renditionWidths(measures: readonly Measure[], originalWidth: number): number[] {
  const wished = measures.flatMap(({ width }) => [width, width * 2]);
  const widest = Math.max(...wished, 0);
  const widths = new Set(wished.filter((width) => width <= originalWidth));
  if (originalWidth < widest) widths.add(originalWidth);
  return [...widths].sort((a, b) => a - b);
}

/** The height that keeps the proportions at a width, at least one pixel. */
export function heightAt(width: number, original: { width: number; height: number }): number {
  return Math.max(1, Math.round((width * original.height) / original.width));
}
