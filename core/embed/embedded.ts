import { boxOrigins, boxPolicy, type Boxed } from './boxed.ts';
import type { Policy } from './csp.ts';
import type { Frame } from './frame.ts';
import { policySource } from './host.ts';

/** What a placement opens of somebody else's, as everybody but its own kind sees it. */
export interface Embedded {
  title: string;
  /** The origins that it asks (RFC 6454 serialisation). */
  origins: readonly string[];
  /** The addresses that it loads first. */
  loads: readonly string[];
  /** What a page's Content-Security-Policy must say for it (CSP3). */
  csp: Policy;
  /** What is framed by its address; null for what stays in a box. */
  frame: Frame | null;
  /** What stays in a box; null for what is framed. */
  boxed: Boxed | null;
}

export function embeddedFrame(frame: Frame): Embedded {
  const source = policySource(frame.src);
  const origins = source === null ? [] : [source];
  const csp: Policy = origins.length > 0 ? { 'frame-src': origins } : {};
  return { title: frame.title, origins, loads: [frame.src], csp, frame, boxed: null };
}

export const embeddedBox = (boxed: Boxed): Embedded => ({
  title: boxed.title,
  origins: boxOrigins(boxed),
  loads: boxed.named.scripts,
  csp: boxPolicy(boxed),
  frame: null,
  boxed,
});
