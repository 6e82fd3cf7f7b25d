import type { HtmlElement, HtmlPage, Place } from '../htmlpage.ts';

export type Severity = 'stop' | 'warn' | 'note';

/** What a rule finds, at an element. */
export interface Found {
  at: HtmlElement;
  says: string;
  remedy: string;
}

/** A rule about any HTML. */
export interface HtmlRule {
  id: string;
  /** How grave it is where nobody says otherwise. */
  severity: Severity;
  /** Why it is one, with the standard that says so. */
  why: string;
  look: (page: HtmlPage) => Found[];
}

/** One finding in a file; its place counts from 1. */
export interface HtmlFinding extends Place {
  rule: string;
  severity: Severity;
  says: string;
  remedy: string;
}

/** A rule that looks at each element by itself. */
export const each =
  (look: (element: HtmlElement, page: HtmlPage) => Omit<Found, 'at'> | false) =>
  (page: HtmlPage): Found[] =>
    page.elements.flatMap((at) => {
      const found = look(at, page);
      return found ? [{ at, ...found }] : [];
    });
