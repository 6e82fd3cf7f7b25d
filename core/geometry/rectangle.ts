import * as v from 'valibot';

/** Pixels across and down. */
export interface Size {
  width: number;
  height: number;
}

const pixels = (least: number) =>
  v.pipe(v.number(), v.integer('Pixels are whole numbers.'), v.minValue(least), v.maxValue(100_000));

export const SizeSchema = v.object({ width: pixels(1), height: pixels(1) });

/** A part of a picture in its pixels, from its top left corner. */
export const RectangleSchema = v.object({ x: pixels(0), y: pixels(0), width: pixels(1), height: pixels(1) });
export type Rectangle = v.InferOutput<typeof RectangleSchema>;

const share = v.pipe(v.number(), v.minValue(0), v.maxValue(1));

/** The point that must stay in view, as shares of width and height from the top left. */
export const FocalPointSchema = v.object({ x: share, y: share });
export type FocalPoint = v.InferOutput<typeof FocalPointSchema>;

export const CENTRE: FocalPoint = { x: 0.5, y: 0.5 };

/** The rectangle moved and, where it must be, cut so that it lies within the picture, in whole pixels. */
export function within({ x, y, width, height }: Rectangle, size: Size): Rectangle {
  const [w, h] = [clamp(Math.round(width), 1, size.width), clamp(Math.round(height), 1, size.height)];
  return {
    x: clamp(Math.round(x), 0, size.width - w),
    y: clamp(Math.round(y), 0, size.height - h),
    width: w,
    height: h,
  };
}

/**
 * The largest part of a picture with a ratio (width ÷ height), as near to its focal point as it can lie.
 * The ratio is right to a pixel.
 */
export function largestOf(ratio: number, size: Size, focal: FocalPoint = CENTRE): Rectangle {
  const wide = size.width / size.height > ratio;
  const width = wide ? Math.min(size.width, Math.max(1, Math.round(size.height * ratio))) : size.width;
  const height = wide ? size.height : Math.min(size.height, Math.max(1, Math.round(size.width / ratio)));
  return within(
    { x: focal.x * size.width - width / 2, y: focal.y * size.height - height / 2, width, height },
    size,
  );
}

/**
 * A rectangle after one of its sides or corners was dragged, held to a ratio where one is given and within
 * the picture. `edge` names what was dragged by compass points; the opposite one stays where it is.
 */
export function dragged(
  from: Rectangle,
  edge: Edge,
  by: { x: number; y: number },
  size: Size,
  ratio: number | null,
): Rectangle {
  if (edge === 'all') return within({ ...from, x: from.x + by.x, y: from.y + by.y }, size);
  const [west, north] = [edge.includes('w'), edge.includes('n')];
  const [east, south] = [edge.includes('e'), edge.includes('s')];
  const right = from.x + from.width;
  const bottom = from.y + from.height;
  const roomAcross = west ? right : size.width - from.x;
  const roomDown = north ? bottom : size.height - from.y;
  let width = clamp(from.width + (east ? by.x : west ? -by.x : 0), 1, roomAcross);
  let height = clamp(from.height + (south ? by.y : north ? -by.y : 0), 1, roomDown);
  if (ratio !== null) {
    // The side that was dragged leads; at a corner, the one that went further.
    const acrossLeads = (east || west) && (!(north || south) || width / ratio >= height);
    if (acrossLeads) height = width / ratio;
    else width = height * ratio;
    const fits = Math.min(1, roomAcross / width, roomDown / height);
    width *= fits;
    height *= fits;
  }
  return within(
    { x: west ? right - width : from.x, y: north ? bottom - height : from.y, width, height },
    size,
  );
}

export type Edge = 'n' | 'e' | 's' | 'w' | 'ne' | 'se' | 'sw' | 'nw' | 'all';

/** A rectangle of one picture in the same place of the same picture at another size. */
export function rescaled({ x, y, width, height }: Rectangle, from: Size, to: Size): Rectangle {
  const [byX, byY] = [to.width / from.width, to.height / from.height];
  const whole = within({ x: x * byX, y: y * byY, width: width * byX, height: height * byY }, to);
  // A picture of a pixel more or less has a part of the same ratio all the same.
  const exact = Math.round((whole.width * height) / width);
  const kept = Math.abs(exact - whole.height) <= Math.max(4, whole.height * 0.01);
  if (!kept) return whole;
  if (whole.y + exact <= to.height || exact <= to.height)
    return within({ ...whole, y: Math.min(whole.y, to.height - exact), height: exact }, to);
  const narrower = Math.round((whole.height * width) / height);
  return within({ ...whole, width: narrower }, to);
}

const clamp = (value: number, least: number, most: number) =>
  Math.min(Math.max(value, least), Math.max(least, most));

/** True when a rectangle lies within a picture. */
export const fits = (part: Rectangle, size: Size) =>
  part.x + part.width <= size.width && part.y + part.height <= size.height;
