import { called } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const sizeMissing: HtmlRule = {
  id: 'size-missing',
  severity: 'warn',
  why: 'Without width and height the words jump when a picture or frame has loaded (HTML, 4.8.17).',
  look: each((element) => {
    const { tag, attributes } = element;
    if (tag !== 'img' && tag !== 'iframe' && tag !== 'video') return false;
    const style = attributes.get('style') ?? '';
    const styled = new Set(style.split(';').map((part) => part.split(':')[0]?.trim().toLowerCase()));
    const has = (side: string) => attributes.has(side) || styled.has(side);
    if ((has('width') && has('height')) || styled.has('aspect-ratio')) return false;
    return {
      says: `${called(element)} does not say how large it is.`,
      remedy: 'Write its width and height in pixels; a style may still fit it to its column.',
    };
  }),
};
