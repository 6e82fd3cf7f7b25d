import { called, isHidden } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

export const captionsMissing: HtmlRule = {
  id: 'captions-missing',
  severity: 'warn',
  why: 'Who does not hear a film reads it (WCAG 1.2.2).',
  look: each((element) => {
    const { tag, attributes, inside } = element;
    if (tag !== 'video' || attributes.has('muted') || isHidden(element)) return false;
    const has = inside.some(
      (part) =>
        part.tag === 'track' && /^(?:captions|subtitles)$/i.test(part.attributes.get('kind') ?? 'subtitles'),
    );
    return (
      !has && { says: `The film ${called(element)} has no captions.`, remedy: 'Add a track of captions.' }
    );
  }),
};
