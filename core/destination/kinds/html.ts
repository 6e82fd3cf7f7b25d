import type { CodeDestination } from '../destination.ts';

/** The page's own HTML, for whatever takes all of it. */
export const html: CodeDestination = {
  name: 'html',
  does: 'Copy the HTML',
  form: 'code',
  code: ({ html }) => html,
};
