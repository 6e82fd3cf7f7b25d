import { altAdvice } from '../../alt/index.ts';
import { called } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const altReadsBadly: HtmlRule = {
  id: 'alt-reads-badly',
  severity: 'warn',
  why: 'An alt text stands for its picture: a file name does not, and that it is an image is said already (WCAG F30, H37).',
  look: each((element) => {
    const alt = element.attributes.get('alt') ?? '';
    if (element.tag !== 'img' || alt.trim() === '') return false;
    const [advice] = altAdvice(alt).filter(({ rule }) => rule === 'file-name' || rule === 'says-image');
    return (
      advice !== undefined && {
        says: `The alt text of ${called(element)} is “${alt.trim().slice(0, 80)}”. ${advice.says}`,
        remedy: `Say what it shows (${advice.basis}).`,
      }
    );
  }),
};
