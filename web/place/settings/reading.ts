import type { Node } from '@tiptap/pm/model';
import type { Transaction } from '@tiptap/pm/state';
import { ReplaceAroundStep, ReplaceStep } from '@tiptap/pm/transform';
import * as v from 'valibot';
import { DEEPEST_TOGETHER, ItemSaidSchema, TogetherSchema, TOO_DEEP } from '@placard/core/page';
import { tell } from '../../kit/messages.tsx';

/** What a clipboard says of things set together; null where any of it is not as pages have it. */
export const readTogetherSaid = (json: string | null) => read(TogetherSchema, json);
/** The same of one of them; nothing is said where it is not. */
export const readItemSaid = (json: string | null) => read(ItemSaidSchema, json) ?? {};

function read<S extends v.GenericSchema>(schema: S, json: string | null): v.InferOutput<S> | null {
  try {
    const given = v.safeParse(schema, JSON.parse(json ?? ''));
    return given.success ? given.output : null;
  } catch {
    return null;
  }
}

/** False for a change by which things that are set together would lie deeper in one another than pages have it; that is told. */
export function keepsShallow(transaction: Transaction): boolean {
  if (!transaction.docChanged || !transaction.steps.some(bringsTogether)) return true;
  if (deepest(transaction.doc) <= DEEPEST_TOGETHER) return true;
  tell({ says: TOO_DEEP });
  return false;
}

const bringsTogether = (step: unknown): boolean =>
  (step instanceof ReplaceStep || step instanceof ReplaceAroundStep) && holdsTogether(step.slice.content);

function holdsTogether(content: { forEach: (each: (node: Node) => void) => void }): boolean {
  let found = false;
  content.forEach((node) => {
    found ||= node.type.name === 'together' || (!node.isTextblock && holdsTogether(node.content));
  });
  return found;
}

function deepest(node: Node): number {
  let most = 0;
  node.forEach((child) => {
    if (!child.isTextblock && !child.isAtom) most = Math.max(most, deepest(child));
  });
  return most + (node.type.name === 'together' ? 1 : 0);
}
