export { readCaptions, writeVtt, type Cue, type ReadCaptions } from './vtt.ts';
