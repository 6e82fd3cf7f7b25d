import { called } from '../htmlpage.ts';
import { percentDecoded } from '../../text/index.ts';
import { each, type HtmlRule } from './rule.ts';

export const fileBroken: HtmlRule = {
  id: 'file-broken',
  severity: 'stop',
  why: 'What stands beside a page and is gone is missing in it.',
  look: each((element, { holds }) => {
    if (!holds) return false;
    const { tag, attributes } = element;
    if (tag === 'base') return false;
    const gone = ['src', 'href', 'poster', 'data'].flatMap((name) => {
      const address = attributes.get(name)?.trim() ?? '';
      const [path = ''] = address.split(/[?#]/);
      // Of the web, of the site’s root, or within the page.
      if (path === '' || /^(?:[a-z][a-z0-9+.-]*:|\/)/i.test(path)) return [];
      return holds(percentDecoded(path)) ? [] : [path];
    });
    return (
      gone.length > 0 && {
        says: `${called(element)} is not there: “${gone[0]?.slice(0, 120)}”.`,
        remedy: 'Put it there, or let it lead to what is.',
      }
    );
  }),
};
