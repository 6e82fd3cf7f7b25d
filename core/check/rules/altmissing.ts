import { called, isHidden, isLooks } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const altMissing: HtmlRule = {
  id: 'alt-missing',
  severity: 'stop',
  why: 'Who does not see a picture learns nothing of it without an alt text (WCAG 1.1.1).',
  look: each((element) => {
    const { tag, attributes } = element;
    const pictured = tag === 'img' || (tag === 'area' && attributes.has('href'));
    const button = tag === 'input' && attributes.get('type')?.toLowerCase() === 'image';
    if (!(pictured || button) || isHidden(element) || isLooks(element)) return false;
    if (attributes.has('alt') || attributes.get('aria-label') || attributes.has('aria-labelledby'))
      return false;
    return {
      says: `${called(element)} has no alt text.`,
      remedy: 'Say what it shows in alt, or write alt="" where the words round it say that already.',
    };
  }),
};
