export { COLOURS, colourOf, type Colour } from './colour.ts';
export { apart, likeness, sameProportions, SIDE, SAME_PICTURE } from './likeness.ts';
