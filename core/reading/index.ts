export { readHtml, type ReadHtml } from './readhtml.ts';
export { TooTangled } from './tree.ts';
export { readSource, sourceOf } from './source.ts';
export type { LostPart } from './readhtml.ts';
