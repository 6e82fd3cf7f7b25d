export { cutsThrough, editOf, ImpossibleEdit, windowAfter, withEdit, type Edit, type Tone } from './edit.ts';
export { changesMade, editInWords } from './inwords.ts';
export {
  blurDeviation,
  colourMatrix,
  improvedTone,
  recoloured,
  sharpeningKernel,
  UNCHANGED,
  UNTONED,
} from './tone.ts';
export {
  AS_IT_CAME,
  BLANK_SHEET,
  carriedOver,
  focalIn,
  INKS,
  PreparationSchema,
  preparedBy,
  SheetSchema,
  USUAL,
  windowOf,
  type Output,
  type Preparation,
  type Quality,
  type Sheet,
} from './preparation.ts';
export { fitted, mirroredBy, turnedBy } from './reshape.ts';
