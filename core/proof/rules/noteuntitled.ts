import { titleOf, type Item } from '../../page/kinds/item.ts';
import type { BlockRule } from './rule.ts';

/** A note at the side is a place of its own in its page, which those who hear it find by its title. */
export const noteUntitled: BlockRule = {
  id: 'note-untitled',
  lookAtBlock: ({ block }) => {
    if (block.type !== 'together' || block.attrs.setting !== 'sidenote') return false;
    const first = block.content.find((part): part is Item => part.type === 'item');
    return (
      Boolean(first && titleOf(first) === '' && !block.attrs.name?.trim()) && {
        severity: 'warn',
        says: 'A side note has no title, so nobody who hears the page knows what it is.',
        remedy: 'Begin it with a heading, or give it a name (WCAG 1.3.1, ARIA complementary).',
      }
    );
  },
};
