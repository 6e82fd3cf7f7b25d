import * as v from 'valibot';
import { DEEPEST_JSON, jsonDepth } from '../text/index.ts';
import { BlockSchema, EMPTY_DOCUMENT, FORMAT, type PageDocument } from './document.ts';
import type { Block } from './kinds/index.ts';
import type { Unknown } from './kinds/unknown.ts';
import { stepsIn } from './walk.ts';

/** A document of a form that only a newer Placard can read. Nothing of it is shown or changed. */
export class NewerDocument extends Error {
  constructor(readonly format: number) {
    super(`This document has form ${format}; this version reads forms up to ${FORMAT}.`);
  }
}

type Stored = { format?: unknown; content?: unknown };

/** What makes a document of one form into one of the next: the first step is from form 0. */
const STEPS: readonly ((document: Stored) => Stored)[] = [
  // Documents had no number.
  (document) => document,
  // Links, places and settings that form 1 did not have are all that is new.
  (document) => document,
  // So are things set together, in form 3.
  (document) => document,
  // And boxes, link cards and stills before a frame, in form 4.
  (document) => document,
  // And when blocks are shown that lie in something, in form 5: who does not know that would show them.
  (document) => document,
  // And raised and lowered letters and how lists are numbered, in form 6: who does not know them would drop them.
  (document) => document,
];

/**
 * A stored document in the form of today. A block that cannot be read is kept as it stands, as one of kind `unknown`;
 * one that was kept so and can be read now is itself again. Throws NewerDocument.
 */
export function upgraded(stored: unknown): PageDocument {
  const document: Stored = typeof stored === 'object' && stored !== null ? stored : {};
  const format = typeof document.format === 'number' ? document.format : 0;
  if (format > FORMAT) throw new NewerDocument(format);
  const { content } = STEPS.slice(format).reduce((older, step) => step(older), document);
  if (!Array.isArray(content)) return EMPTY_DOCUMENT;
  const ids = new Set<string>();
  return { type: 'doc', format: FORMAT, content: content.map((block, at) => blockOf(block, at, ids)) };
}

/**
 * A document of somebody who may not know all kinds of blocks, as it may be checked: what they kept as it stands and can be
 * read is itself again, and nothing else is taken that cannot be read but what stood in the page before, word for word.
 * Null where there is more of that. What stood there before is asked for only where it matters.
 */
export function knownTo(document: PageDocument, before: () => PageDocument | null): PageDocument | null {
  if (unreadIn(document).length === 0) return document;
  const read = { ...document, content: upgraded(document).content };
  const there = new Set(unreadIn(before() ?? EMPTY_DOCUMENT));
  return unreadIn(read).every((stored) => there.has(stored)) ? read : null;
}

/** What stands in a document that cannot be read, as it was stored. */
const unreadIn = (document: PageDocument): string[] =>
  stepsIn(document).flatMap(({ block }) => (block.type === 'unknown' ? [block.attrs.stored] : []));

function blockOf(stored: unknown, at: number, ids: Set<string>): Block {
  const read = v.safeParse(BlockSchema, stored);
  const block = read.success ? read.output : keptUnknown(stored, at);
  if (block.type === 'unknown') {
    const again = v.safeParse(BlockSchema, parsed(block.attrs.stored));
    if (again.success && again.output.type !== 'unknown') return again.output;
    while (ids.has(block.attrs.id)) block.attrs.id += '-';
    ids.add(block.attrs.id);
  }
  return block;
}

function keptUnknown(stored: unknown, at: number): Unknown {
  const called =
    typeof stored === 'object' && stored !== null && 'type' in stored ? String(stored.type).slice(0, 40) : '';
  return {
    type: 'unknown',
    attrs: { id: `unknown-${at}`, called, stored: JSON.stringify(stored) ?? 'null' },
  };
}

function parsed(json: string): unknown {
  if (jsonDepth(json) > DEEPEST_JSON) return null;
  try {
    return JSON.parse(json);
  } catch {
    return null;
  }
}
