import { percentDecoded } from '../../text/index.ts';
import { each, type HtmlRule } from './rule.ts';

export const anchorBroken: HtmlRule = {
  id: 'anchor-broken',
  severity: 'stop',
  why: 'A link to a place that is not there leads nowhere.',
  look: each(({ tag, attributes }, { anchors }) => {
    const href = attributes.get('href') ?? '';
    if (!['a', 'area'].includes(tag) || !href.startsWith('#')) return false;
    const name = href.slice(1);
    // The top is always there (HTML, 7.4.6.4); what follows :~: is for the browser.
    if (name === '' || /^top$/i.test(name) || name.startsWith(':~:')) return false;
    return (
      !anchors.has(name) &&
      !anchors.has(percentDecoded(name)) && {
        says: `A link leads to a place called “${name.slice(0, 60)}”, which this page does not have.`,
        remedy: 'Let it lead to a place that is there, or give that place this id.',
      }
    );
  }),
};
