export { readHtml, type ReadHtml } from './readhtml.ts';
export { TooTangled } from './tree.ts';
