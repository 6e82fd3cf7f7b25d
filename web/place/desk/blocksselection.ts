import type { Node, ResolvedPos } from '@tiptap/pm/model';
import { NodeSelection, Selection } from '@tiptap/pm/state';
import type { Mappable } from '@tiptap/pm/transform';

/** Several blocks beside each other, chosen as wholes: from before the first to behind the last. */
export class BlocksSelection extends Selection {
  override visible = false;

  /** Chooses the blocks between two places that lie in the same thing, between blocks. */
  static between(doc: Node, from: number, to: number): BlocksSelection {
    return new BlocksSelection(doc.resolve(from), doc.resolve(to));
  }

  override map(doc: Node, mapping: Mappable): Selection {
    const [$from, $to] = [doc.resolve(mapping.map(this.from, 1)), doc.resolve(mapping.map(this.to, -1))];
    return $from.pos < $to.pos && $from.sameParent($to) && !$from.parent.inlineContent
      ? new BlocksSelection($from, $to)
      : Selection.near($from);
  }

  override eq(other: Selection): boolean {
    return other instanceof BlocksSelection && other.from === this.from && other.to === this.to;
  }

  override toJSON(): { type: string; anchor: number; head: number } {
    return { type: 'blocks', anchor: this.anchor, head: this.head };
  }

  static override fromJSON(doc: Node, json: { anchor: number; head: number }): BlocksSelection {
    return BlocksSelection.between(doc, json.anchor, json.head);
  }
}
Selection.jsonID('blocks', BlocksSelection);

/** The places round the blocks that a selection lies in or is, in what holds them all; null where that is no place for blocks. */
export function blocksRound(selection: Selection): { $from: ResolvedPos; from: number; to: number } | null {
  if (selection instanceof NodeSelection || selection instanceof BlocksSelection)
    return selection.$from.parent.inlineContent
      ? null
      : { $from: selection.$from, from: selection.from, to: selection.to };
  const range = selection.$from.blockRange(selection.$to, HOLDS_BLOCKS);
  return range && { $from: selection.$from, from: range.start, to: range.end };
}

/** True for what holds blocks that stand by themselves, and sets of them. */
export const HOLDS_BLOCKS = ({ type }: Node): boolean => ['doc', 'item', 'alongside'].includes(type.name);
