import { addressInWords, linkAddress } from '../linkaddress.ts';
import { ancestorsOf, attributesOf, wordsIn } from '../nodes.ts';
import { isHidden } from '../shape.ts';
import { droppedBut, named, type Survey } from '../survey.ts';
import type { Form } from './form.ts';
import { cardOf, isWholeText } from './link.ts';

/** Pictures, films and sounds of somebody, by the elements that show them (HTML, 4.8). */
const CALLED = { img: 'picture', video: 'film', audio: 'sound' } as const;

/** A picture, film or sound that lies at an address: it is brought in to be shown, and linked to until then. */
export const media: Form = {
  id: 'media',
  make: (found) => {
    if (isWholeText(wordsIn(found.root))) return null;
    for (const element of named(found, ...Object.keys(CALLED))) {
      // What lies in a link is what the link is of.
      if (ancestorsOf(element).some(({ tagName }) => tagName === 'a')) continue;
      const attributes = attributesOf(element);
      // What nobody sees counts visitors.
      if (isHidden(attributes)) continue;
      const address = addressesIn(found, element)[0];
      if (address === undefined) continue;
      const called = CALLED[element.tagName as keyof typeof CALLED];
      const title = attributes.get('title') || attributes.get('alt') || attributes.get('aria-label') || '';
      const still = linkAddress(attributes.get('poster') ?? '') ?? (called === 'picture' ? address : null);
      return {
        choices: [cardOf(address, title, '', still)],
        dropped: droppedBut(found, new Map([[element, 'whole']])),
        findings: [
          {
            rule: 'media-elsewhere',
            severity: 'note',
            says: `This shows a ${called} that lies at ${addressInWords(address)}. Shown from there it may change or go, and its host hears of every visitor.`,
            remedy: `Bring the ${called} in by its address in Gather, and place it with whose it is.`,
          },
        ],
      };
    }
    return null;
  },
};

/** Where an element loads from: by itself, or by the first of its sources. */
function addressesIn(found: Survey, element: ReturnType<typeof named>[number]): string[] {
  const sources = named(found, 'source').filter(({ parentNode }) => parentNode === element);
  return [element, ...sources].flatMap((one) => {
    const attributes = attributesOf(one);
    return linkAddress(attributes.get('src') ?? attributes.get('data-src') ?? '') ?? [];
  });
}
