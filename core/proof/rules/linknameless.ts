import { kindOf } from '../../page/kinds/index.ts';
import type { AnyBlock } from '../../page/kinds/kind.ts';
import { instead } from '../remedy.ts';
import { wordsAt } from '../../page/held.ts';
import type { HeldRule } from './rule.ts';

export const linkNameless: HeldRule = {
  id: 'link-nameless',
  look: ({ use, asset, name, step }) =>
    Boolean(use.linksTo) &&
    wordsAt(asset, use).alt === '' && {
      severity: 'stop',
      says: `“${name}” is a link, and says nothing: it is marked as decorative.`,
      remedy: 'Say at this place where it leads, or take the link away (WCAG 2.4.4).',
      remedies: [instead(step, 'Take the link away', unlinked(step.block, use.id))],
    },
};

const unlinked = (block: AnyBlock, place: string): AnyBlock =>
  kindOf(block).withUses(block, (use) => (use.id === place ? { ...use, linksTo: null } : use));
