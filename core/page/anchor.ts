import * as v from 'valibot';

/** A name for a place in a page, as an address has it behind the # (HTML, `id`). */
export const AnchorSchema = v.pipe(v.string(), v.regex(/^[^\s#"'<>&]{1,80}$/));

/** True for what a place in a page can be called. */
export const isAnchor = (name: string): boolean => v.is(AnchorSchema, name);
