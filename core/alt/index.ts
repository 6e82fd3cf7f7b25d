export { altAdvice, type AltAdvice, type AltContext, type AltPlace } from './advice.ts';
