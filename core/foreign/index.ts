export { mediaOnPage, type FoundMedia } from './mediaonpage.ts';
