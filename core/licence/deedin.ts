import type { Terms } from './terms.ts';

/** Languages, other than English, in which the deeds of Creative Commons stand at addresses of their own. */
const DEEDS = new Set(
  'ar be bg ca cs da de el eo es et eu fa fi fr fy gl hi hr hu id is it ja ko lt lv ms nl no pl pt ro ru sk sl sv tr uk zh-hans zh-hant'.split(
    ' ',
  ),
);

/**
 * The address of a licence's deed for readers of a language (BCP 47): Creative Commons shows each deed in many at
 * `deed.de` and the like; others, and languages it does not have, get the address itself.
 */
export function deedIn(
  { deed, family }: Pick<Terms, 'deed' | 'family'>,
  language: string,
): string | undefined {
  if (!deed || (family !== 'creative-commons' && family !== 'public-domain')) return deed;
  const wished = language.toLowerCase();
  const [known] = [wished, wished.split('-', 1)[0] ?? ''].filter((code) => DEEDS.has(code));
  return known ? `${deed}deed.${known}` : deed;
}
