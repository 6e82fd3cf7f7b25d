/** A colour in sRGB, 0 to 255 each. */
export type Colour = readonly [red: number, green: number, blue: number];

/** The colour of a hexadecimal notation with six digits (CSS). Throws a RangeError for anything else. */
export function colourOf(hexadecimal: string): Colour {
  if (!/^#[0-9a-f]{6}$/i.test(hexadecimal)) throw new RangeError(`${hexadecimal} is no colour.`);
  const part = (at: number) => parseInt(hexadecimal.slice(at, at + 2), 16);
  return [part(1), part(3), part(5)];
}

const linear = (value: number): number => {
  const share = value / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
};

/** The relative luminance of a colour, from 0 for black to 1 for white (WCAG 2.2). */
export const luminance = ([red, green, blue]: Colour): number =>
  0.2126 * linear(red) + 0.7152 * linear(green) + 0.0722 * linear(blue);

/** The contrast ratio of two colours, from 1 to 21 (WCAG 2.2). */
export function contrast(one: Colour, other: Colour): number {
  const [dark, light] = [luminance(one), luminance(other)].toSorted((a, b) => a - b) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** A colour with a veil laid on it, of which `strength` is from 0 to 1 (CSS, source over). */
export const veiled = (under: Colour, veil: Colour, strength: number): Colour =>
  under.map((value, at) => value + ((veil[at] ?? 0) - value) * strength) as unknown as Colour;

/** The least contrast that words need: of large letters, and of others (WCAG 2.2, 1.4.3). `size` is in CSS pixels. */
export const neededFor = (size: number, bold: boolean): number =>
  size >= 24 || (bold && size >= 18.66) ? 3 : 4.5;
