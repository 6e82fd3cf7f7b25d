export { whyMayNotPlay } from './plays.ts';
export { choicesInWords, gainFor, LOUDNESSES, NO_CHOICES, type FilmChoices } from './choices.ts';
export { codecsOf, formatInWords, type Encoded } from './codecs.ts';
export { filmRungs, loopRungs, soundRungs, type Coding, type FilmRung } from './renditions.ts';
export { frameOf, frameOn, momentInWords } from './moments.ts';
