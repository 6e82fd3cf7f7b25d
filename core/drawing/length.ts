/** CSS pixels of the absolute units (CSS Values 4, section 6.2), and of the relative ones where nobody sets a font. */
const PIXELS: Readonly<Record<string, number>> = {
  '': 1,
  px: 1,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
  pt: 96 / 72,
  pc: 16,
  em: 16,
  rem: 16,
  ex: 8,
};
const LENGTH =
  /^\s*([+-]?(?:\d{1,12}(?:\.\d{0,12})?|\.\d{1,12})(?:e[+-]?\d{1,3})?)(px|in|cm|mm|q|pt|pc|r?em|ex)?\s*$/i;

/** How many CSS pixels a unit is; undefined for percentages and what is no length. */
export const pixelsPer = (unit: string): number | undefined => PIXELS[unit.toLowerCase()];

/** A length in CSS pixels; null for percentages and what is no length. */
export function pixelsOf(length: string | undefined): number | null {
  const [, number = '', unit = ''] = LENGTH.exec(length ?? '') ?? [];
  const pixels = Number(number) * (pixelsPer(unit) ?? Number.NaN);
  return number !== '' && Number.isFinite(pixels) ? pixels : null;
}

/** A number as SVG writes it, without more digits than anybody sees. */
export const written = (value: number): string => String(Math.round(value * 10_000) / 10_000);

/** How large a drawing is and which part of its plane it shows. */
export interface DrawingSize {
  /** CSS pixels. */
  width: number;
  height: number;
  viewBox: string;
}

/** How large a drawing is without anything round it to fit into (SVG 2, section 7.2; CSS Images, default sizing). */
export function naturalSize(attributes: { width?: string; height?: string; viewBox?: string }): DrawingSize {
  const box = (attributes.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [, , across = 0, down = 0] = box;
  const boxed = box.length === 4 && box.every(Number.isFinite) && across > 0 && down > 0;
  const positive = (length: string | undefined) => {
    const pixels = pixelsOf(length);
    return pixels !== null && pixels > 0 ? pixels : null;
  };
  const [width, height] = [positive(attributes.width), positive(attributes.height)];
  const ratio = boxed ? down / across : null;
  const size =
    width !== null && height !== null
      ? { width, height }
      : width !== null
        ? { width, height: ratio === null ? 150 : width * ratio }
        : height !== null
          ? { width: ratio === null ? 300 : height / ratio, height }
          : boxed
            ? { width: across, height: down }
            : { width: 300, height: 150 };
  return {
    ...size,
    viewBox: boxed ? box.map(written).join(' ') : `0 0 ${written(size.width)} ${written(size.height)}`,
  };
}
