export { ratioInWords } from './ratio.ts';
export { columnOf, heightAt, renditionWidths, sharpnessAt, type Measure } from './measure.ts';
export {
  dragged,
  largestOf,
  within,
  type Edge,
  type FocalPoint,
  type Rectangle,
  type Size,
} from './rectangle.ts';
export {
  cornersOf,
  matrixOf,
  mirrored,
  seenAt,
  seenThrough,
  turned,
  wholeOf,
  type Window,
} from './window.ts';
export { equalRows } from './equalrows.ts';
export { DESK, PHONE } from './screens.ts';
export { sizeFor, type SizeWish } from './wish.ts';
