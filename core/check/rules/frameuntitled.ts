import { called, isHidden } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const frameUntitled: HtmlRule = {
  id: 'frame-untitled',
  severity: 'stop',
  why: 'A frame is announced by its title (WCAG 4.1.2).',
  look: each((element) => {
    const { tag, attributes } = element;
    if (!/^i?frame$/.test(tag) || isHidden(element) || attributes.get('tabindex') === '-1') return false;
    if ((attributes.get('title') ?? attributes.get('aria-label') ?? '').trim() !== '') return false;
    return { says: `The frame ${called(element)} has no title.`, remedy: 'Say in title what is in it.' };
  }),
};
