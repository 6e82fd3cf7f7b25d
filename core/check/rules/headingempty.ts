import { isHidden } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const headingEmpty: HtmlRule = {
  id: 'heading-empty',
  severity: 'warn',
  why: 'A heading without words is a step in every outline that leads nowhere (WCAG 1.3.1).',
  look: each(
    (element) =>
      /^h[1-6]$/.test(element.tag) &&
      element.words === '' &&
      !isHidden(element) && {
        says: `A heading of level ${element.tag.slice(1)} says nothing.`,
        remedy: 'Give it words, or take it away.',
      },
  ),
};
