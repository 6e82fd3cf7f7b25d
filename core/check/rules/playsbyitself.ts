import { called } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const playsByItself: HtmlRule = {
  id: 'plays-by-itself',
  severity: 'warn',
  why: 'What begins to sound by itself talks over whoever reads the page aloud (WCAG 1.4.2).',
  look: each((element) => {
    const { tag, attributes } = element;
    const own = /^(?:video|audio)$/.test(tag) && attributes.has('autoplay') && !attributes.has('muted');
    const framed =
      tag === 'iframe' && /[?&]auto_?play=(?:1|true|yes)(?:&|#|$)/i.test(attributes.get('src') ?? '');
    return (
      (own || framed) && {
        says: `${called(element)} plays by itself.`,
        remedy: 'Let visitors start it.',
      }
    );
  }),
};
