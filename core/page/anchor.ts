import * as v from 'valibot';
import { slug } from '../naming/index.ts';

/** A name for a place in a page, as an address has it behind the # (HTML, `id`). */
export const AnchorSchema = v.pipe(v.string(), v.regex(/^[^\s#"'<>&]{1,80}$/));

/** True for what a place in a page can be called. */
export const isAnchor = (name: string): boolean => v.is(AnchorSchema, name);

/**
 * What a place is called whose name is made of its words, in a page that becomes a part of something larger: its neighbours
 * there may have the same headings, and no element's id stands twice in a document (HTML, 3.2.6).
 */
export const carrying = (address: string, anchor: string): string => `${slug(address, 'page')}-${anchor}`;
