export { COLOURS, colourOf, type Colour } from './colour.ts';
