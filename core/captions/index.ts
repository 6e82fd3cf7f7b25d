export { readCaptions, writeVtt } from './vtt.ts';
