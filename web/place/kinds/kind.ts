import type { AnyExtension } from '@tiptap/core';
import type { NodeViewProps } from '@tiptap/react';
import type { ComponentType } from 'react';
import type { AnyBlock } from '@placard/core/page';
import type { PanelProps } from '../standing/panelprops.ts';
import type { Replaced } from '../../kit/markup.tsx';

/** What the desk has to know of a kind of words: how the editor writes it. */
interface WordsKind {
  extension: AnyExtension;
}

/** What the desk has to know of a kind that is placed among the words. */
export interface PlacedKind<Block extends AnyBlock = AnyBlock> {
  type: Block['type'];
  /** The attributes of one that says nothing of itself. */
  defaults: Record<string, unknown>;
  /** What the outline calls it, where it has no asset and no words. */
  called: (block: Block) => string;
  /** What stands beside the page while one is selected; nothing for what nothing can be said of. */
  panel?: ComponentType<PanelProps>;
  /** What stands on the desk in the place of what visitors get. */
  replaced?: (block: Block) => Replaced;
  /** What stands on the desk instead of what visitors get, which is nothing. */
  instead?: ComponentType<NodeViewProps>;
  /** What is said on the desk where visitors get nothing. */
  nothing?: (block: Block) => string;
}

export type DeskKind = WordsKind | PlacedKind;

export const wordsKind = (extension: AnyExtension): DeskKind => ({ extension });

export const placedKind = <Block extends AnyBlock>(kind: PlacedKind<Block>): DeskKind =>
  kind as unknown as PlacedKind;
