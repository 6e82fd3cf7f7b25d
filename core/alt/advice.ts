import { termless } from '../naming/title.ts';

/** One piece of advice on an alt text, with the success criterion or technique it rests on. */
export interface AltAdvice {
  rule: 'file-name' | 'says-image' | 'repeats-caption' | 'too-long' | 'too-short';
  says: string;
  basis: string;
}

/** Advice on an alt text as it stands, aware of the caption beside it. An empty text gets none. */
export function altAdvice(alt: string, caption = ''): AltAdvice[] {
  const text = alt.trim();
  if (text === '') return [];
  const advice: AltAdvice[] = [];
  if (/\.(jpe?g|png|webp|avif|gif|svg|tiff?|heic)$/i.test(text) || termless(text)) {
    advice.push({
      rule: 'file-name',
      says: 'This reads like a file name. Say what is to be seen.',
      basis: 'WCAG F30',
    });
  }
  if (/^(an?\s+)?(image|picture|photo|photograph|graphic|icon)\s+(of|showing)\b/i.test(text)) {
    advice.push({
      rule: 'says-image',
      says: 'Screen readers already say that it is an image. Begin with what it shows.',
      basis: 'WCAG H37',
    });
  }
  if (caption.trim() !== '' && text.toLowerCase() === caption.trim().toLowerCase()) {
    advice.push({
      rule: 'repeats-caption',
      says: 'The caption says the same; it would be read out twice.',
      basis: 'WCAG 1.1.1',
    });
  }
  if (text.length > 250) {
    advice.push({
      rule: 'too-long',
      says: 'Long for one breath. Keep the point here and put the rest in the caption.',
      basis: 'WCAG H37',
    });
  } else if (!/\s/.test(text) && text.length < 12) {
    advice.push({ rule: 'too-short', says: 'One word rarely says what matters here.', basis: 'WCAG 1.1.1' });
  }
  return advice;
}
