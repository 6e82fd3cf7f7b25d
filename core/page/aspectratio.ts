import * as v from 'valibot';

const part = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(100));

/** A box of a ratio that a picture stands in: it fills it, cut round its focal point, or is fitted into it whole. */
export const AspectRatioSchema = v.object({
  width: part,
  height: part,
  how: v.picklist(['filled', 'fitted']),
});
export type AspectRatio = v.InferOutput<typeof AspectRatioSchema>;

/** The ratios that a box is offered in. */
export const ASPECT_RATIOS = [
  [1, 1],
  [4, 3],
  [3, 2],
  [16, 9],
  [2, 3],
  [3, 4],
] as const;
