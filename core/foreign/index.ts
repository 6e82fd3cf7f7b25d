export type { FoundMedia } from './foundmedia.ts';
export { mediaOnPage, type ForeignPage } from './mediaonpage.ts';
