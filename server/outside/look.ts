import { mayFetch, seenOf, type OutsideKind, type OutsideSeen } from '@placard/core/outside';
import { framingIn, wantsIn } from '../embeds/framing.ts';
import { hasPlaceInThread } from '../embeds/unpack.ts';
import type { Outbound } from '../outbound/outbound.ts';
import { Refusal } from '../refusal.ts';

/** What the programs of others know us by (RFC 9309). */
const AGENT = 'placard';
const DAY = 86_400_000;
const MOST_HTML = 2_000_000;

/** What was seen of an address; `later` where its host wants to be left alone for a while, in milliseconds. */
export interface Looked extends OutsideSeen {
  later?: number;
}

/** Looks at addresses one after another, and at no host's more often than its own file lets (RFC 9309). */
export class Looker {
  readonly #outbound: Outbound;
  readonly #robots = new Map<string, { text: string; until: number }>();

  readonly #patience: number;

  /** `patience` is how long a host may take, in milliseconds. */
  constructor(outbound: Outbound, patience = 15_000) {
    this.#outbound = outbound;
    this.#patience = patience;
  }

  /** How an address is, by what it is used for. */
  async look(address: string, kind: OutsideKind): Promise<Looked> {
    const { origin, hash } = new URL(address);
    if (!mayFetch(await this.#robotsOf(origin), AGENT, address))
      return { state: 'works', says: 'Its host asks programs not to look here.', leadsTo: '' };
    const place = hash.slice(1);
    const wantsPlace = kind === 'link' && place !== '' && !place.includes(':~:') && !place.startsWith('/');
    try {
      const knocked = await this.#outbound.knock(address, {
        mostBytes: wantsPlace || kind === 'frame' ? MOST_HTML : 0,
        within: this.#patience,
      });
      const { status, url, forGood, text, headers } = knocked;
      const seen = seenOf(address, kind, {
        status,
        address: url.href,
        forGood,
        trouble: null,
        mayFrame: kind === 'frame' ? framingIn(knocked, null).may : null,
        hasForm: kind === 'frame' && (await wantsIn(text)).includes('allow-forms'),
        hasAnchor: wantsPlace && text !== '' ? await hasPlaceInThread(text, place).catch(() => null) : null,
      });
      return seen.state === 'silent' ? { ...seen, later: restOf(headers['retry-after']) } : seen;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return seenOf(address, kind, { ...NOTHING, address, trouble: troubleOf(error) });
    }
  }

  async #robotsOf(origin: string): Promise<string> {
    const known = this.#robots.get(origin);
    if (known && known.until > Date.now()) return known.text;
    const text = await this.#outbound
      .knock(`${origin}/robots.txt`, { mostBytes: 500_000, within: this.#patience / 2 })
      // Who has none lets everything (RFC 9309, 2.3.1.3); who cannot be reached answers for itself below.
      .then(({ status, text: found }) => (status === 200 ? found : ''))
      .catch(() => '');
    this.#robots.set(origin, { text, until: Date.now() + DAY });
    return text;
  }
}

const NOTHING = { status: 0, address: '', forGood: false, mayFrame: null, hasAnchor: null };

/** Why no answer came, by the sentence that says so. */
function troubleOf({ message }: Refusal): 'certificate' | 'silent' | 'unknown-host' {
  if (message.includes('certificate')) return 'certificate';
  return message.startsWith('There is no host called') ? 'unknown-host' : 'silent';
}

/** How long a host wants to be left alone (RFC 9110, Retry-After), in milliseconds, a day at most. */
function restOf(header: string | undefined): number {
  if (header === undefined) return 0;
  const seconds = Number(header);
  const ms = Number.isFinite(seconds) ? seconds * 1000 : Date.parse(header) - Date.now();
  return Number.isFinite(ms) ? Math.max(0, Math.min(DAY, ms)) : 0;
}
