export { readCaptions, writeVtt, type Cue } from './vtt.ts';
export { writeSrt } from './srt.ts';
export { added, cueAt, inOrder, joined, shifted, split, timed, without } from './cues.ts';
export {
  CaptionBoundsSchema,
  judgeAll,
  judgeCue,
  readingSpeed,
  USUAL_BOUNDS,
  type CaptionBounds,
  type Judged,
} from './judge.ts';
export { transcriptMarkup, transcriptOf, type Said } from './transcript.ts';
export { TRACK_KINDS, type TrackKind } from './trackkind.ts';
