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

/** An element that a script fills: told by its class, its id or its data. */
export const placeholder: Form = {
  id: 'placeholder',
  make: (found) =>
    fromPlaceholder(
      found,
      found.elements.filter(
        ({ tagName, attrs }) =>
          !['script', 'style', 'link', 'img', 'noscript'].includes(tagName) &&
          attrs.some(({ name }) => name === 'class' || name === 'id' || name.startsWith('data-')),
      ),
    ),
};

function fromPlaceholder(found: Survey, places: readonly Tree.Element[]): Made | null {
  const given = scriptOf(found);
  const [place] = places;
  if (!place) return null;
  const drawn = given ?? (drawnInside(found, places) ? null : undefined);
  if (drawn === undefined) return withoutScript(found, places);
  const attributes = attributesOf(place);
  const address = contentAddress(found, place, drawn?.address ?? '');
  const words = wordsIn(place);
  const said = titleOf(found, attributes, null) || attributes.get('data-title') || '';
  const short = words.length <= 120 ? words : '';
  const title = said || short || (drawn ? `Content from ${new URL(drawn.address).host}` : 'Content in a box');
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
    const address = OWN.map((name) => linkAddress(attributes.get(name) ?? '')).find((to) => to !== null);
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
const OWN = ['data-href', 'data-url', 'data-link', 'data-permalink', 'url', 'data-src', 'src'];
const NAMES_IT = ['href', 'cite', ...OWN];

/** What the place is of: an address that it names, or the first link in it. */
function contentAddress(found: Survey, place: Tree.Element, script: string): string | null {
  const attributes = attributesOf(place);
  const own = NAMES_IT.map((name) => linkAddress(attributes.get(name) ?? '')).find((to) => to !== null);
  const links = linksIn(found).map(({ href }) => linkAddress(href));
  return own ?? links.find((to) => to !== null && to !== script) ?? null;
}
