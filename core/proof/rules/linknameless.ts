import { wordsAt } from '../../page/held.ts';
import type { HeldRule } from './rule.ts';

export const linkNameless: HeldRule = {
  id: 'link-nameless',
  look: ({ use, asset, name }) =>
    Boolean(use.linksTo) &&
    wordsAt(asset, use).alt === '' && {
      severity: 'stop',
      says: `“${name}” is a link, and says nothing: it is marked as decorative.`,
      remedy: 'Say at this place where it leads, or take the link away (WCAG 2.4.4).',
    },
};
