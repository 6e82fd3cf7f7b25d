import { percentDecoded } from '../text/index.ts';

/** What an address outside is used for in a page. */
export const OUTSIDE_KINDS = ['frame', 'link', 'card', 'script'] as const;
export type OutsideKind = (typeof OUTSIDE_KINDS)[number];

/**
 * How an address outside was when it was last looked at: not yet, as it should be, moved for good, gone, not letting
 * itself be framed any more, with a certificate that does not hold, without the place that a link leads to, with a form in
 * it, or silent.
 */
export const OUTSIDE_STATES = [
  'unseen',
  'works',
  'moved',
  'gone',
  'refuses',
  'certificate',
  'anchor',
  'form',
  'silent',
] as const;
export type OutsideState = (typeof OUTSIDE_STATES)[number];

/** What was seen of an address. */
export interface OutsideSeen {
  state: OutsideState;
  /** In a sentence; empty where all is well. */
  says: string;
  /** Where it has moved to; empty where it has not. */
  leadsTo: string;
}

/** What a host answered (RFC 9110), after following where it led. */
export interface Answered {
  /** The status of the last answer; 0 where none came. */
  status: number;
  /** Where it came from in the end, and whether every step there was for good (301, 308). */
  address: string;
  forGood: boolean;
  /** Why none came, where none did. */
  trouble: 'certificate' | 'silent' | 'unknown-host' | null;
  /** What it says of being framed, where that was asked; null for nothing. */
  mayFrame: boolean | null;
  /** Whether the place is there that a link leads to; null where none is named, or where it cannot be told. */
  hasAnchor: boolean | null;
  /** Whether a form stands in it; null where nobody looked. */
  hasForm?: boolean | null;
}

/** Judges an answer by what the address is used for. */
export function seenOf(address: string, kind: OutsideKind, answered: Answered): OutsideSeen {
  const host = new URL(address).host;
  const seen = (state: OutsideState, says: string, leadsTo = ''): OutsideSeen => ({ state, says, leadsTo });
  const { status, trouble } = answered;
  if (trouble === 'certificate')
    return seen('certificate', `The certificate of ${host} does not hold, so that browsers do not open it.`);
  if (trouble === 'unknown-host') return seen('gone', `There is no host called ${host} any more.`);
  if (trouble === 'silent' || status >= 500 || status === 429 || status === 408)
    return seen('silent', trouble ? `${host} did not answer.` : `${host} answered ${status}.`);
  if (status === 404 || status === 410)
    return seen('gone', `${host} has nothing at this address any more (${status}).`);
  // Who must sign in, or is no browser, is not told whether it is there.
  if (status === 401 || status === 403 || status === 405 || status === 406) return seen('works', '');
  if (status >= 400) return seen('gone', `${host} does not give it out any more (${status}).`);
  if (kind === 'frame' && answered.mayFrame === false)
    return seen('refuses', `${host} does not let itself be framed by other sites any more.`);
  const from = withoutHash(address);
  const to = withoutHash(answered.address);
  if (answered.forGood && to !== from) {
    const onlyHost = new URL(to).pathname === '/' && new URL(from).pathname !== '/';
    if (onlyHost)
      return seen('gone', `${host} leads from this address to its front door: what was there is gone.`);
    return seen('moved', `It has moved for good to ${to}.`, to + new URL(address).hash);
  }
  if (answered.hasAnchor === false)
    return seen(
      'anchor',
      `The page is there, and has no place called “${percentDecoded(new URL(address).hash.slice(1))}” any more.`,
    );
  if (kind === 'frame' && answered.hasForm)
    return seen('form', 'A form stands in it, and the frame may not send what visitors type into it.');
  return seen('works', '');
}

const withoutHash = (address: string): string => address.split('#')[0] ?? address;
