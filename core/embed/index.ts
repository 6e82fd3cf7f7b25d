export { FrameSchema, frameToHtml, type Frame } from './frame.ts';
export { type Dropped } from './dropped.ts';
export { unpack, type Unpacked } from './unpack.ts';
export { frameSources } from './host.ts';
