import { inCount } from '../text/index.ts';
import { editOf, type Edit } from './edit.ts';

/** One edit in words, as a line of a list: what, and how much. */
export function editInWords(edit: Edit): { what: string; how: string } {
  const signed = (value: number) => `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value)}`;
  switch (edit.kind) {
    case 'turn':
      return {
        what: 'Turned',
        how: { 1: '90° clockwise', 2: '180°', 3: '90° anticlockwise' }[edit.quarters],
      };
    case 'mirror':
      return { what: 'Mirrored', how: edit.axis === 'across' ? 'left to right' : 'top to bottom' };
    case 'straighten':
      return { what: 'Straightened', how: `${signed(edit.degrees)}°` };
    case 'crop':
      return { what: 'Cropped', how: `${inCount(edit.width)} × ${inCount(edit.height)}` };
    case 'resize':
      return {
        what: edit.enlarge ? 'Enlarged' : 'Resized',
        how: `${inCount(edit.width)} × ${inCount(edit.height)}`,
      };
    case 'tone':
      return {
        what: 'Tone',
        how: (['brightness', 'contrast', 'saturation', 'warmth'] as const)
          .filter((part) => edit[part] !== 0)
          .map((part) => `${part} ${signed(edit[part])}`)
          .join(', '),
      };
    case 'monochrome':
      return { what: 'Monochrome', how: '' };
    case 'sepia':
      return { what: 'Sepia', how: '' };
    case 'two-ink':
      return { what: 'Two inks', how: `${edit.dark}, ${edit.light}` };
    case 'sharpen':
      return { what: 'Sharpened', how: String(edit.strength) };
    case 'blur':
      return { what: 'Blurred', how: String(edit.strength) };
    case 'border':
      return { what: 'Border', how: `${edit.width} %, ${edit.colour}` };
    case 'corners':
      return { what: 'Rounded corners', how: `${edit.radius} %` };
  }
}

/**
 * The changes that a credit has to name (“indicate if changes were made”, CC BY 4.0 section 3(a)(1)(B)), each in
 * a word or two. Bringing to another size or format is none: it is a technical modification (section 2(a)(4)).
 */
export function changesMade(edits: readonly Edit[]): string[] {
  const has = (...kinds: Edit['kind'][]) => kinds.some((kind) => editOf(edits, kind) !== undefined);
  return [
    has('crop', 'straighten') ? 'cropped' : '',
    has('turn') ? 'turned' : '',
    has('mirror') ? 'mirrored' : '',
    has('monochrome', 'sepia', 'two-ink') ? 'recoloured' : has('tone') ? 'tone changed' : '',
    has('blur') ? 'blurred' : '',
    has('border') ? 'border added' : '',
  ].filter((change) => change !== '');
}
