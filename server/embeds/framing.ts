import { framingOf, type Framing } from '@placard/core/embed';
import type { Knocked, Outbound } from '../outbound/outbound.ts';
import { Refusal } from '../refusal.ts';

/** Asks an address whether it lets itself be framed by the site, wherever it leads on to. */
export async function askFraming(outbound: Outbound, address: string, site: string | null): Promise<Framing> {
  try {
    const knocked = await outbound.knock(address, { mostBytes: 0, within: 10_000 });
    if (knocked.status >= 400)
      return {
        may: false,
        says: `Asked ${knocked.url.host}: it answered ${knocked.status} at this address.`,
      };
    return framingIn(knocked, site);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { may: false, says: error.message };
  }
}

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
