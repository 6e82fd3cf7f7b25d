import * as v from 'valibot';
import type { Size } from './rectangle.ts';

const pixels = v.pipe(
  v.number(),
  v.integer('Pixels are whole numbers.'),
  v.minValue(1, 'At least one pixel.'),
  v.maxValue(100_000, 'At most 100,000 pixels.'),
);

/** How large a picture is wished, whatever its proportions. */
export const SizeWishSchema = v.variant('by', [
  v.object({ by: v.literal('width'), pixels }),
  v.object({ by: v.literal('height'), pixels }),
  v.object({ by: v.literal('longest'), pixels }),
  v.object({
    by: v.literal('percent'),
    percent: v.pipe(v.number(), v.minValue(0.1), v.maxValue(1000)),
  }),
]);
export type SizeWish = v.InferOutput<typeof SizeWishSchema>;

/** The pixels that a wish comes to for a picture, its proportions kept, and whether that would enlarge it. */
export function sizeFor(wish: SizeWish, size: Size): { size: Size; enlarges: boolean } {
  const factor =
    wish.by === 'percent'
      ? wish.percent / 100
      : wish.pixels /
        (wish.by === 'width'
          ? size.width
          : wish.by === 'height'
            ? size.height
            : Math.max(size.width, size.height));
  const at = (side: number) => Math.max(1, Math.round(side * factor));
  const wished = { width: at(size.width), height: at(size.height) };
  return { size: wished, enlarges: wished.width > size.width || wished.height > size.height };
}
