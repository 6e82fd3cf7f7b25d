import type { FramingAnswer } from '@placard/core/contract';
import { framingOf, type Frame, type Framing } from '@placard/core/embed';
import type { Knocked, Outbound } from '../outbound/outbound.ts';
import { Refusal } from '../refusal.ts';
import { wantsInThread } from './unpack.ts';

/** How much of a framed page is read, in bytes. */
const MOST_HTML = 1_000_000;

/** Asks an address whether it lets itself be framed by the site, wherever it leads on to. */
export async function askFraming(
  outbound: Outbound,
  address: string,
  site: string | null,
): Promise<FramingAnswer> {
  try {
    const knocked = await outbound.knock(address, { mostBytes: MOST_HTML, within: 10_000 });
    const { status, url, headers, text } = knocked;
    const not = (why: string) => ({
      may: false,
      says: `Asked ${url.host}: ${why}`,
      answered: true,
      wants: [],
    });
    if (status >= 400) return not(`it answered ${status} at this address.`);
    if (isPdf(headers))
      return not('this is a PDF, and browsers show none in a frame that is kept in bounds.');
    return { ...framingIn(knocked, site), answered: true, wants: await wantsIn(text) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { may: false, says: error.message, answered: false, wants: [] };
  }
}

/** What a page is seen to need; nothing of what is too tangled to be read. */
export const wantsIn = async (text: string): Promise<Frame['sandbox']> =>
  /^\s*</.test(text) ? wantsInThread(text).catch(() => []) : [];

/** Whether an answer is a PDF, as its host says (RFC 9110, content-type; RFC 8118). */
export const isPdf = (headers: Knocked['headers']): boolean =>
  /^application\/(?:x-)?pdf\b/i.test(headers['content-type'] ?? '');

/** What an answer says of being framed. */
export function framingIn({ headers, url }: Pick<Knocked, 'headers' | 'url'>, site: string | null): Framing {
  const csp = headers['content-security-policy'];
  const xFrameOptions = headers['x-frame-options'];
  return framingOf(
    {
      csp: csp === undefined ? [] : [csp].flat(),
      xFrameOptions: xFrameOptions === undefined ? '' : [xFrameOptions].flat().join(','),
    },
    url.href,
    site,
  );
}
