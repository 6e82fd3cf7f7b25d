export { outsideIn } from './outsidein.ts';
export { seenOf, type OutsideKind, type OutsideSeen, type OutsideState } from './seen.ts';
export { mayFetch } from './robots.ts';
export { nextLook } from './nextlook.ts';
