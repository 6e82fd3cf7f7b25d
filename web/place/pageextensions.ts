import type { AnyExtension } from '@tiptap/core';
import { Document } from '@tiptap/extension-document';
import { StarterKit } from '@tiptap/starter-kit';
import { isLinkAddress } from '@placard/core/page';
import { WriteBehind } from './behind.ts';
import { blockExtensions } from './kinds/index.ts';
import { Pasting, type Pasted } from './pasting.ts';
import { PendingPlaces } from './pending.ts';
import { Small } from './small.ts';

/** A page's blocks and what is placed between them: a placement stands among the blocks, never in a list. */
const PageDoc = Document.extend({ content: '(block | placement)+' });

/** What the editor of a page knows: the kinds of blocks, the marks of words, and how one writes among what is placed. */
export const pageExtensions = (onPasted?: (pasted: Pasted) => void): AnyExtension[] => [
  PageDoc,
  PendingPlaces,
  Small,
  WriteBehind,
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
    link: {
      openOnClick: false,
      autolink: false,
      isAllowedUri: (href) => isLinkAddress(href),
      HTMLAttributes: { target: null, rel: null },
    },
    dropcursor: { color: '#a6342b', width: 2 },
  }),
  ...blockExtensions(),
];
