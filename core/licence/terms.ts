/** Actions in the words of ccREL (W3C member submission of 1 May 2008). */
export const PERMISSIONS = ['Reproduction', 'Distribution', 'DerivativeWorks', 'CommercialUse'] as const;
export type Permission = (typeof PERMISSIONS)[number];

/** Duties: ccREL's Attribution, Notice and ShareAlike, and what single licences ask for besides. */
export const DUTIES = [
  'Attribution',
  'Notice',
  'ShareAlike',
  'IndicateChanges',
  'Title',
  'FullText',
] as const;
export type Duty = (typeof DUTIES)[number];

/** Which place of a text a judgement rests on. */
export interface Clause {
  /** As lawyers cite it: “CC BY 4.0, section 3(a)(1)”. */
  text: string;
  address?: string;
}

/** What a clause is about. */
export type Matter =
  | 'use'
  | 'commercial'
  | 'changes'
  | 'technical'
  | 'attribution'
  | 'title'
  | 'notice'
  | 'changed'
  | 'shareAlike'
  | 'limits';

/** How terms came to be ours to use; `agreed` are agreed once for many, and put on the list by a reviewer. */
export const FAMILIES = [
  'none',
  'ours',
  'creative-commons',
  'public-domain',
  'free',
  'bought',
  'asked',
  'agreed',
] as const;
export type Family = (typeof FAMILIES)[number];

/** The terms of one licence, as data. */
export interface Terms {
  id: string;
  /** As it stands on lists. */
  name: string;
  /** As it prints in a statement. */
  short: string;
  family: Family;
  /** The deed or text that a statement links to. */
  deed?: string;
  /** SPDX licence identifier, where there is one. */
  spdx?: string;
  permits: readonly Permission[];
  requires: readonly Duty[];
  prohibits: readonly Permission[];
  /** Where it says so. */
  clauses: Readonly<Partial<Record<Matter, Clause>>>;
}
