import { isHidden } from '../htmlpage.ts';
import type { HtmlRule } from './rule.ts';

export const headingsOutOfOrder: HtmlRule = {
  id: 'headings-out-of-order',
  severity: 'warn',
  why: 'Headings are the outline by which many find their way: no level is left out (WCAG 1.3.1).',
  look: ({ elements, whole }) => {
    // A part of a page begins wherever the page has it.
    let before = whole ? 0 : Number.POSITIVE_INFINITY;
    return elements.flatMap((at) => {
      const level = Number(/^h([1-6])$/.exec(at.tag)?.[1] ?? 0);
      if (level === 0 || isHidden(at)) return [];
      const next = before + 1;
      const was = before;
      before = level;
      if (level <= next) return [];
      return {
        at,
        says:
          was === 0
            ? `The first heading is of level ${level}.`
            : `A heading of level ${level} follows one of level ${was}.`,
        remedy: `Make it level ${next}.`,
      };
    });
  },
};
