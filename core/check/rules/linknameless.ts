import { called, isHidden } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const linkNameless: HtmlRule = {
  id: 'link-nameless',
  severity: 'stop',
  why: 'A link without words leads nowhere that anybody could know of (WCAG 2.4.4, 4.1.2).',
  look: each((element) => {
    const { tag, attributes, words } = element;
    if (tag !== 'a' || !attributes.has('href') || isHidden(element)) return false;
    if (words !== '' || attributes.has('aria-labelledby')) return false;
    return {
      says: `The link to ${called(element)} has no words.`,
      remedy: 'Say in it where it leads; of a picture in it, that is its alt text.',
    };
  }),
};
