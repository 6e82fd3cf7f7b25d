import type { HeldRule } from './rule.ts';
import { wordsAt } from '../../page/held.ts';

export const altMissing: HeldRule = {
  id: 'alt-missing',
  look: ({ use, asset, name }) =>
    wordsAt(asset, use).alt === null && {
      severity: 'stop',
      says: `“${name}” has no alt text, so some visitors learn nothing of it.`,
      remedy: 'Say what it shows, or mark it as decorative (WCAG 1.1.1).',
    },
};
