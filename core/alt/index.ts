export { altAdvice, type AltAdvice } from './advice.ts';
