import { Mark } from '@tiptap/core';

/** Small print (HTML: small). */
export const Small = Mark.create({
  name: 'small',
  parseHTML: () => [{ tag: 'small' }],
  renderHTML: () => ['small', 0],
});
