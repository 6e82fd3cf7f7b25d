import type { HtmlElement } from '../htmlpage.ts';
import { called } from '../htmlpage.ts';
import type { HtmlRule } from './rule.ts';

export const altTwice: HtmlRule = {
  id: 'alt-twice',
  severity: 'warn',
  why: 'Two different pictures that say the same cannot be told apart by who hears them (WCAG 1.1.1).',
  look: ({ elements }) => {
    const first = new Map<string, HtmlElement>();
    return elements.flatMap((at) => {
      const alt = at.attributes.get('alt')?.trim().toLowerCase() ?? '';
      const src = at.attributes.get('src') ?? '';
      if (at.tag !== 'img' || alt === '') return [];
      const before = first.get(alt);
      if (!before) first.set(alt, at);
      if (!before || before.attributes.get('src') === src) return [];
      return {
        at,
        says: `${called(at)} has the same alt text as ${called(before)} in line ${before.place.line}.`,
        remedy: 'Say what tells the two apart.',
      };
    });
  },
};
