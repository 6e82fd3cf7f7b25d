export {
  ColourSchema,
  cutsThrough,
  editOf,
  EditSchema,
  EditsSchema,
  ImpossibleEdit,
  ToneSchema,
  windowAfter,
  withEdit,
  type Edit,
  type EditOf,
  type Tone,
} from './edit.ts';
export { changesMade, editInWords } from './inwords.ts';
export {
  blurDeviation,
  colourMatrix,
  improvedTone,
  recoloured,
  sharpeningKernel,
  UNCHANGED,
  UNTONED,
  type ColourMatrix,
} from './tone.ts';
export {
  AS_IT_CAME,
  BLANK_SHEET,
  carriedOver,
  focalIn,
  INKS,
  OutputSchema,
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
export { fitted, mirroredBy, turnedBy, uncutSize } from './reshape.ts';
