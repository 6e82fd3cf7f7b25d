import { isHidden, isLooks } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const tableWithoutHeads: HtmlRule = {
  id: 'table-without-heads',
  severity: 'warn',
  why: 'Which column or row a cell belongs to is read out from the table’s heads (WCAG 1.3.1).',
  look: each((element) => {
    if (element.tag !== 'table' || isHidden(element) || isLooks(element)) return false;
    // Of a table in it, that one is told.
    const own = element.inside.filter(
      ({ ancestors }) => ancestors.find(({ tag }) => tag === 'table') === element,
    );
    const count = (...tags: string[]) => own.filter(({ tag }) => tags.includes(tag)).length;
    if (count('th') > 0 || count('tr') < 2 || count('td') <= count('tr')) return false;
    return {
      says: 'A table does not say what its columns or rows are.',
      remedy:
        'Make its first row or its first column its heads (th), or say role="presentation" where it only sets things beside each other.',
    };
  }),
};
