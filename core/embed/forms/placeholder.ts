import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import { linkAddress } from '../linkaddress.ts';
import { attributesOf, wordsIn } from '../nodes.ts';
import { droppedBut, linksIn, scriptsIn, type Survey } from '../survey.ts';
import { titleOf } from '../titleof.ts';
import { boxMade, scriptOf } from './box.ts';
import type { Form, Made } from './form.ts';
import { cardOf } from './link.ts';

/** Elements of the host's own naming (HTML, custom elements), which only its script knows. */
export const customElement: Form = {
  id: 'custom-element',
  make: (found) =>
    fromPlaceholder(
      found,
      found.elements.filter(({ tagName }) => tagName.includes('-')),
    ),
};

/** What is no room for a script to fill; frames are judged as what they are. */
const NO_PLACES = new Set([
  'script',
  'style',
  'link',
  'img',
  'noscript',
  'iframe',
  'object',
  'embed',
  'video',
  'audio',
]);

/** An element that a script fills: told by its class, its id or its data. */
export const placeholder: Form = {
  id: 'placeholder',
  make: (found) =>
    fromPlaceholder(
      found,
      found.elements.filter(
        ({ tagName, attrs }) =>
          !NO_PLACES.has(tagName) &&
          attrs.some(({ name }) => name === 'class' || name === 'id' || name.startsWith('data-')),
      ),
    ),
};

function fromPlaceholder(found: Survey, places: readonly Tree.Element[]): Made | null {
  const given = scriptOf(found);
  const [place] = places;
  if (!place) return null;
  if (!given && !drawnInside(found, places)) return withoutScript(found, places);
  const attributes = attributesOf(place);
  const address = contentAddress(found, place, given?.address);
  const words = wordsIn(place);
  const said = titleOf(found, attributes, null) || attributes.get('data-title') || '';
  const short = words.length <= 120 ? words : '';
  const title = said || short || (given ? `Content from ${new URL(given.address).host}` : 'Content in a box');
  const others = address === null ? [] : [cardOf(address, title, short === title ? '' : words)];
  return boxMade(found, [...places, ...scriptsIn(found).map(({ element }) => element)], title, others);
}

/** How many names of places are looked for in scripts. */
const MOST_NAMES = 20;

/** True where a script that asks no host for anything speaks of one of the places: it draws it by itself. */
function drawnInside(found: Survey, places: readonly Tree.Element[]): boolean {
  const names = places
    .slice(0, MOST_NAMES)
    .flatMap(({ tagName, attrs }) => [
      ...attrs.flatMap(({ name, value }) => (name === 'id' || name === 'class' ? value.split(/\s+/) : [])),
      ...(tagName.includes('-') ? [tagName] : []),
    ])
    .filter(Boolean)
    .slice(0, MOST_NAMES);
  return scriptsIn(found).some(({ text }) => names.some((name) => text.includes(name)));
}

/** What is left of a place that lost its script: where it leads, if it says so itself. */
function withoutScript(found: Survey, places: readonly Tree.Element[]): Made | null {
  for (const place of places) {
    const attributes = attributesOf(place);
    // What `src` means of an element of the host's own naming only the host says: something to be shown.
    const names = place.tagName.includes('-') ? NAMES_IT : OWN;
    const address = names.map((name) => linkAddress(attributes.get(name) ?? '')).find((to) => to !== null);
    if (address === undefined || address === null) continue;
    const title =
      titleOf(found, attributes, null) || attributes.get('data-title') || wordsIn(place).slice(0, 120);
    return {
      choices: [cardOf(address, title, '')],
      dropped: droppedBut(found, new Map([[place, 'whole']])),
      findings: [],
    };
  }
  return null;
}

/** Attributes in which hosts name what is to be shown. */
const OWN = ['data-href', 'data-url', 'data-link', 'data-permalink', 'url'];
const NAMES_IT = ['href', 'cite', ...OWN, 'data-src', 'src'];

/** What the place is of: an address that it names, or the first link in it. */
function contentAddress(found: Survey, place: Tree.Element, script: string | undefined): string | null {
  const attributes = attributesOf(place);
  const own = NAMES_IT.map((name) => linkAddress(attributes.get(name) ?? '')).find((to) => to !== null);
  const links = linksIn(found).map(({ href }) => linkAddress(href));
  return own ?? links.find((to) => to !== null && to !== script) ?? null;
}
