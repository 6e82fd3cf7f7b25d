export { neededFor } from './contrast.ts';
export { leastContrast, leastVeil, underWords, type OnVeil, type WordsRect } from './underwords.ts';
