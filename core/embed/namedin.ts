import { sha256 } from '@noble/hashes/sha2.js';
import { utf8ToBytes } from '@noble/hashes/utils.js';
import { readFragment } from '../reading/tree.ts';
import { BUDGET } from './budget.ts';
import type { Named } from './boxed.ts';
import { policySource } from './host.ts';
import { attributesOf, rawTextOf } from './nodes.ts';
import { named, scriptsIn, survey, type Survey } from './survey.ts';

/** Attributes in which code names what it loads. */
const LOADS = ['src', 'data-src', 'href', 'poster', 'data'];
const ADDRESS = /(?:https?:)?\/\/[a-z0-9.-]{1,253}(?::\d{1,5})?/gi;
/** As many as a box may have of each. */
const [MOST, MOST_HASHES] = [100, 1000];

/** What code names: where it loads from, its scripts, and what of it runs. Throws TooTangled. */
export function namedIn(code: string): Named {
  const found = survey(code, readFragment(code, BUDGET), []);
  const scripts = scriptsIn(found);
  const inline = scripts.flatMap(({ src, text }) => (src === null && text !== '' ? [hashed(text)] : []));
  const handlers = found.elements.flatMap(({ attrs }) =>
    attrs.filter(({ name }) => /^on/i.test(name)).map(({ value }) => hashed(value)),
  );
  const unique = (all: readonly string[], most: number) => [...new Set(all)].sort().slice(0, most);
  return {
    origins: unique(originsIn(found), MOST),
    scripts: unique(
      scripts.flatMap(({ src }) => {
        const address = (src ?? '').trim().replace(/^\/\//, 'https://');
        return policySource(address) === null ? [] : [new URL(address).href.slice(0, 4096)];
      }),
      MOST,
    ),
    hashes: unique([...inline, ...handlers], MOST_HASHES),
    handlers: handlers.length > 0,
  };
}

function originsIn(found: Survey): string[] {
  const raw = [
    ...found.elements
      .filter(({ tagName }) => tagName !== 'a')
      .flatMap((element) => {
        const attributes = attributesOf(element);
        return LOADS.map((name) => attributes.get(name) ?? '');
      }),
    ...scriptsIn(found).flatMap(({ text }) => text.match(ADDRESS) ?? []),
    ...named(found, 'style').flatMap((element) => rawTextOf(element).match(ADDRESS) ?? []),
  ];
  return raw.flatMap((address) => {
    const bare = address.trim();
    return /^(?:https?:)?\/\//i.test(bare) ? (policySource(bare.replace(/^\/\//, 'https://')) ?? []) : [];
  });
}

const hashed = (text: string): string =>
  `'sha256-${btoa(String.fromCharCode(...sha256(utf8ToBytes(text.toWellFormed()))))}'`;
