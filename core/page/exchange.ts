import type { PageDocument } from './document.ts';
import type { Exchange } from './exchangeschema.ts';
import { kindOf } from './kinds/index.ts';
import type { AnyBlock } from './kinds/kind.ts';

/** The page after an exchange; null where something else stands there by now. */
export function exchanged(document: PageDocument, { at, from, to }: Exchange): PageDocument | null {
  const content = within(document.content, at, from, to);
  return content && { ...document, content: content as PageDocument['content'] };
}

/** The exchange that takes another back. */
export const inverted = <E extends Exchange>(exchange: E): E => ({
  ...exchange,
  from: exchange.to,
  to: exchange.from,
});

function within(
  blocks: readonly AnyBlock[],
  [first = 0, ...deeper]: readonly number[],
  from: readonly AnyBlock[],
  to: readonly AnyBlock[],
): readonly AnyBlock[] | null {
  if (deeper.length === 0) {
    const there = blocks.slice(first, first + from.length);
    return same(there, from) ? blocks.toSpliced(first, from.length, ...to) : null;
  }
  const block = blocks[first];
  if (!block) return null;
  const kind = kindOf(block);
  const inside = within(kind.children(block), deeper, from, to);
  return inside && blocks.with(first, kind.withChildren(block, inside));
}

/** True for the same JSON, whatever the order of its fields; a field that is undefined is none. */
function same(one: unknown, other: unknown): boolean {
  if (one === other) return true;
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return false;
  if (Array.isArray(one) !== Array.isArray(other)) return false;
  const [a, b] = [one as Record<string, unknown>, other as Record<string, unknown>];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((name) => same(a[name], b[name]));
}
