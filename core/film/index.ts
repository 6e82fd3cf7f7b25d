export { whyMayNotPlay } from './plays.ts';
