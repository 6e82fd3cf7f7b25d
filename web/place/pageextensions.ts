import type { AnyExtension } from '@tiptap/core';
import { Document } from '@tiptap/extension-document';
import { StarterKit } from '@tiptap/starter-kit';
import { BLOCK_TYPES, type Viewer } from '@placard/core/page';
import { WriteBehind } from './behind.ts';
import { ChosenWords } from './desk/chosenwords.ts';
import { Indent } from './desk/indent.ts';
import { blockExtensions } from './kinds/index.ts';
import { PageLink } from './desk/link.ts';
import { Choosing } from './settings/choosing.ts';
import { Pasting, type Pasted } from './desk/pasting.ts';
import { Positions } from './desk/positions.ts';
import { Small } from './desk/small.ts';
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
  PageLink,
  SmallPictureNode,
  Indent,
  Choosing,
  Scheduled.configure({ types: BLOCK_TYPES, viewer }),
  WriteBehind,
  ChosenWords,
  Pasting.configure({ onPasted }),
  StarterKit.configure({
    document: false,
    // Kinds of blocks have folders of their own.
    paragraph: false,
    heading: false,
    bulletList: false,
    orderedList: false,
    listItem: false,
    blockquote: false,
    code: false,
    codeBlock: false,
    horizontalRule: false,
    strike: false,
    underline: false,
    trailingNode: false,
    link: false,
    dropcursor: { color: '#a6342b', width: 2 },
  }),
  ...blockExtensions(),
];
