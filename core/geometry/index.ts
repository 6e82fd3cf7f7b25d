export { ratioInWords, simplestRatio, type Ratio } from './ratio.ts';
export {
  heightAt,
  MeasureSchema,
  MOST_WASTED,
  renditionWidths,
  sharpnessAt,
  type Measure,
} from './measure.ts';
export {
  CENTRE,
  dragged,
  FocalPointSchema,
  largestOf,
  RectangleSchema,
  rescaled,
  SizeSchema,
  within,
  type Edge,
  type FocalPoint,
  type Rectangle,
  type Size,
} from './rectangle.ts';
export {
  cornersOf,
  cropped,
  keptWhenTurned,
  matrixOf,
  mirrored,
  resized,
  seenAt,
  seenThrough,
  straightened,
  turned,
  wholeOf,
  type Window,
} from './window.ts';
export { sizeFor, SizeWishSchema, type SizeWish } from './wish.ts';
