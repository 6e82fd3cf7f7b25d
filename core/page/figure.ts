import type { Measure } from '../geometry/measure.ts';
import type { Position } from './document.ts';

/** Below this viewport width (CSS pixels) everything stands alone across the column. */
export const NARROW = 600;

/** Where a placement stands, with its width worked out. */
export interface Standing {
  position: Position;
  /** CSS pixels; null for as wide as its container. */
  width: number | null;
  gap: number;
}

/** The width a placement is shown at, in CSS pixels, on a screen wide enough for it. */
export function shownWidth(position: Position, measureId: string, measures: readonly Measure[]): number {
  const column = columnOf(measures);
  if (position === 'full') return column;
  if (position === 'bleed') return Math.max(column, ...measures.map(({ width }) => width));
  const measure = measures.find(({ id }) => id === measureId);
  return Math.min(measure?.width ?? column, column);
}

/** The width of the text column: the measure called `column`, else the second widest. */
export function columnOf(measures: readonly Measure[]): number {
  const widths = measures.map(({ width }) => width).sort((a, b) => b - a);
  return measures.find(({ id }) => id === 'column')?.width ?? widths[1] ?? widths[0] ?? 720;
}

/**
 * The style of a figure as declarations for a style attribute (CSS Style Attributes), so that
 * it stands the same on any site. A figure beside the text goes full width on narrow screens:
 * `(100vw - N) * 999` is hugely negative below N and hugely positive above it, and clamp() turns
 * that into a switch without a media query.
 */
export function figureStyle({ position, width, gap }: Standing): string {
  const above = (value: string) => `clamp(0px,(100vw - ${NARROW}px) * 999,${value})`;
  const narrowing = width === null ? '100%' : `clamp(min(100%,${width}px),(${NARROW}px - 100vw) * 999,100%)`;
  switch (position) {
    case 'beside-left':
      return `float:left;width:${narrowing};margin:0 ${above(`${gap}px`)} ${gap}px 0`;
    case 'beside-right':
      return `float:right;width:${narrowing};margin:0 0 ${gap}px ${above(`${gap}px`)}`;
    case 'centred':
      return `clear:both;width:${narrowing};margin:${gap}px auto`;
    case 'alone-left':
      return `clear:both;width:${narrowing};margin:${gap}px auto ${gap}px 0`;
    case 'full':
      return `clear:both;margin:${gap}px 0`;
    case 'bleed':
      return `clear:both;width:min(100vw,${width ?? 1120}px);margin:${gap}px 0 ${gap}px 50%;transform:translateX(-50%)`;
  }
}

/** The `sizes` attribute that belongs to `figureStyle` (HTML, source size list). */
export function sizesAttribute({ position, width }: Standing, column: number): string {
  if (position === 'bleed') return `min(100vw, ${width ?? 1120}px)`;
  const shown = width ?? column;
  return `(max-width: ${NARROW}px) 100vw, ${shown}px`;
}
