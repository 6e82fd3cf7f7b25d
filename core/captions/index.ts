export { readCaptions, writeVtt, type Cue } from './vtt.ts';
export { writeSrt } from './srt.ts';
export { added, cueAt, joined, shifted, split, timed, without } from './cues.ts';
export { judgeAll, judgeCue, readingSpeed, USUAL_BOUNDS, type CaptionBounds } from './judge.ts';
export { chaptersMarkup, chaptersOf, transcriptMarkup, transcriptOf, type Said } from './transcript.ts';
export { TRACK_KINDS, type TrackKind } from './trackkind.ts';
