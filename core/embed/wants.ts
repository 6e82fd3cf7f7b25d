import { readDocument } from '../reading/tree.ts';
import { elementsIn, PAGE_BUDGET } from './aboutpage.ts';
import type { Frame } from './frame.ts';
import { attributesOf, rawTextOf } from './nodes.ts';

type SandboxToken = Frame['sandbox'][number];

/** What scripts are told to do by name that opens a window of its own. */
const OPENS = /\b(?:window|self|top|globalThis)\s*\.\s*open\s*\(|\bnew\s+PaymentRequest\s*\(/;

/**
 * The words of a sandbox (HTML, 4.8.5) that a page is seen to need by its own markup: what holds a form cannot be sent,
 * and what opens a window cannot be paid by, where a frame has not got them. What its scripts make later is not seen.
 * Throws TooTangled.
 */
export function powersWanted(html: string): SandboxToken[] {
  const wanted = new Set<SandboxToken>();
  for (const element of elementsIn(readDocument(html, PAGE_BUDGET))) {
    const attributes = attributesOf(element);
    const opens = attributes.get('target')?.trim().toLowerCase() === '_blank';
    if (element.tagName === 'form' || attributes.has('formaction')) wanted.add('allow-forms');
    if (opens && ['a', 'area', 'base', 'form'].includes(element.tagName)) wanted.add('allow-popups');
    if (element.tagName === 'script' && OPENS.test(rawTextOf(element))) {
      wanted.add('allow-popups');
      wanted.add('allow-popups-to-escape-sandbox');
    }
  }
  return [...wanted].sort();
}
