import type { AnyExtension } from '@tiptap/core';
import { placementNode } from './placementnode.ts';
import type { DeskKind, PlacedKind } from './kind.ts';

/** Every kind of block that the desk knows: one folder each. */
const KINDS = Object.values(
  import.meta.glob<DeskKind>('./*/kind.{ts,tsx}', { eager: true, import: 'default' }),
);

const placed = new Map<string, PlacedKind>(
  KINDS.flatMap((kind) => ('type' in kind ? [[kind.type, kind] as const] : [])),
);

/** How the editor writes the blocks of a page. */
export const blockExtensions = (): AnyExtension[] =>
  KINDS.map((kind) => ('type' in kind ? placementNode(kind) : kind.extension));

/** What the desk knows of something placed among the words; undefined for words. */
export const placedKindOf = (type: string): PlacedKind | undefined => placed.get(type);
