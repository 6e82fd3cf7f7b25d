export { altAdvice } from './advice.ts';
