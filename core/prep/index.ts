export {
  ColourSchema,
  cutsThrough,
  editOf,
  EditSchema,
  EditsSchema,
  ImpossibleEdit,
  parted,
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
