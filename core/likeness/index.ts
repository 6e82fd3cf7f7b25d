export { apart, likeness, SIDE, SAME_PICTURE } from './likeness.ts';
