export { whyMayNotPlay } from './plays.ts';
export {
  choicesInWords,
  frameOf,
  frameOn,
  gainFor,
  LOUDNESSES,
  momentInWords,
  NO_CHOICES,
  type FilmChoices,
} from './choices.ts';
export { codecsOf, formatInWords, type Encoded } from './codecs.ts';
export { filmRungs, loopRungs, soundRungs, type Coding, type FilmRung } from './renditions.ts';
