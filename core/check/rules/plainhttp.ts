import { called } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const plainHttp: HtmlRule = {
  id: 'plain-http',
  severity: 'warn',
  why: 'What is asked for over plain http can be read and changed on the way; pages over https load none of it (Mixed Content).',
  look: each((element) => {
    const { tag, attributes } = element;
    const loads = !['a', 'area'].includes(tag);
    const address = ['src', 'href', 'data', 'poster', 'srcset', 'action'].find((name) =>
      /(?:^|,)\s*http:\/\/(?!localhost\b|127\.)/i.test(attributes.get(name) ?? ''),
    );
    return (
      address !== undefined && {
        says: loads
          ? `${called(element)} is loaded over plain http.`
          : `A link leads to ${called(element)} over plain http.`,
        remedy: 'Ask for it over https, where it is there.',
      }
    );
  }),
};
