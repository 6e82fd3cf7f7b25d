export { mediaOnPage, type ForeignPage, type FoundMedia } from './mediaonpage.ts';
