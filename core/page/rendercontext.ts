import type { Measure } from '../geometry/measure.ts';
import type { Markup } from '../markup/index.ts';
import type { AnyBlock } from './anyblock.ts';
import type { HeldFile, Holdings } from './held.ts';
import type { Schedule } from './schedule.ts';
import type { Edges } from './standing.ts';

/** A page of ours as links know it. */
export interface LinkedPage {
  title: string;
  /** Where it stands in the site: a path from its root. */
  address: string;
  /** Its places that links can lead to, by the names that they have in addresses. */
  anchors: readonly string[];
  /** Those of them that are made of words. */
  made?: readonly string[];
  /** When and for whom it is shown; always, to everybody, where nothing is said. */
  shown?: Schedule | null;
}

/** Pages that links lead to, by their ids; those that do not exist any more are absent. */
export type LinkedPages = ReadonlyMap<string, LinkedPage>;

/** What a page is worked out from besides its document. */
export interface PageContext {
  measures: readonly Measure[];
  holdings: Holdings;
  /** The readers' language (BCP 47); English where nothing is said. */
  language?: string;
  /** The pages that it links to; and which page it is itself. */
  pages?: LinkedPages;
  page?: string;
}

/** What the room of a block is worked out from. */
export type RoomContext = Pick<PageContext, 'measures' | 'holdings'>;

/** What its markup is made from. */
export interface RenderContext extends PageContext {
  /** What the page calls a file: its address, or its path in a folder. */
  addressOf: (file: HeldFile) => string;
  /** The CSS length that is the width of the screen; `100vw` where nothing is said. */
  screen?: string;
  /** The site's border and rounding. */
  edges?: Edges;
  /** What stands for something placed, where a page is written down to be read again: links stay as they are, too. */
  placed?: (block: AnyBlock) => Markup[];
  /** What is written at a block's markup there, to be read again. */
  dressed?: (markup: Markup[], block: AnyBlock) => Markup[];
  /** Pages become parts of larger ones: the names that are made in them carry their addresses. This page as others link to it. */
  within?: LinkedPage;
  /** What the places are called that links lead to. */
  anchors?: ReadonlyMap<AnyBlock, string>;
}
