export { neededFor } from './contrast.ts';
export {
  leastContrast,
  leastVeil,
  underWords,
  type OnVeil,
  type UnderWords,
  type WordsRect,
} from './underwords.ts';
