export { FrameSchema, frameToHtml, PERMISSIONS, SANDBOX_TOKENS, type Frame } from './frame.ts';
export { DroppedSchema, type Dropped } from './dropped.ts';
export { LONGEST_CODE, unpack, type Unpacked } from './unpack.ts';
export { frameAddress } from './address.ts';
export { readStyle } from './shape.ts';
