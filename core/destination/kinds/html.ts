import type { CodeDestination } from '../destination.ts';

/** The page's own HTML, for whatever takes all of it and sets it into a page of its own. */
export const html: CodeDestination = {
  name: 'html',
  does: 'Copy the HTML',
  form: 'code',
  code: ({ fragment }) => fragment,
};
