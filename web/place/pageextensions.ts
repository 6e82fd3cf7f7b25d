import type { AnyExtension } from '@tiptap/core';
import { Document } from '@tiptap/extension-document';
import { Bold } from '@tiptap/extension-bold';
import { HardBreak } from '@tiptap/extension-hard-break';
import { Italic } from '@tiptap/extension-italic';
import { ListKeymap } from '@tiptap/extension-list';
import { Text } from '@tiptap/extension-text';
import { Dropcursor, Gapcursor, UndoRedo } from '@tiptap/extensions';
import { BLOCK_TYPES, type Viewer } from '@placard/core/page';
import { WriteBehind } from './behind.ts';
import { ChosenWords } from './desk/chosenwords.ts';
import { Indent } from './desk/indent.ts';
import { blockExtensions } from './kinds/index.ts';
import { PageLink } from './desk/link.ts';
import { Choosing } from './settings/choosing.ts';
import { Pasting, type Pasted } from './desk/pasting.ts';
import { Positions } from './desk/positions.ts';
import { Small, Subscript, Superscript } from './desk/small.ts';
import { SmallPictureNode } from './desk/smallpicture.tsx';
import { Scheduled } from './desk/schedule.ts';

/** A page's blocks and what is placed between them: a placement stands among the blocks, never in a list. */
const PageDoc = Document.extend({ content: '(block | placement | together)+' });

/** What the editor of a page knows: the kinds of blocks, the marks of words, and how one writes among what is placed. */
export const pageExtensions = (
  onPasted?: (pasted: Pasted) => void,
  viewer: () => Viewer = () => ({ day: '', ours: true }),
): AnyExtension[] => [
  PageDoc,
  Positions,
  Small,
  Superscript,
  Subscript,
  PageLink,
  SmallPictureNode,
  Indent,
  Choosing,
  Scheduled.configure({ types: BLOCK_TYPES, viewer }),
  WriteBehind,
  ChosenWords,
  Pasting.configure({ onPasted }),
  Bold,
  Dropcursor.configure({ color: '#a6342b', width: 2 }),
  Gapcursor,
  HardBreak,
  UndoRedo,
  Italic,
  ListKeymap,
  Text,
  ...blockExtensions(),
];
