import { createHmac, timingSafeEqual } from 'node:crypto';

/** A signed address holds for an hour at least; whoever goes on looking is given another in time. In milliseconds. */
const [HOLDS, STEP] = [3_600_000, 1_800_000];

/**
 * Signs addresses of the users'-content origin, which knows no sessions: whoever was given an address may read what it
 * names until it ends, within two hours, and nobody can guess another.
 */
export class Signature {
  readonly #secret: string;

  constructor(secret: string) {
    this.#secret = secret;
  }

  /**
   * What belongs to `text` alone, and says until when: one part of a path. It stays the same for half an hour, so that a
   * browser that is shown the same again has it already.
   */
  of(text: string, now = Date.now()): string {
    return this.#until(text, (Math.floor(now / STEP) + 1) * STEP + HOLDS);
  }

  /** True when `signature` was made for `text` and holds still. */
  matches(text: string, signature: string, now = Date.now()): boolean {
    const until = Number.parseInt(signature.split('~')[1] ?? '', 36);
    if (!(until > now)) return false;
    const expected = Buffer.from(this.#until(text, until));
    const given = Buffer.from(signature);
    return expected.length === given.length && timingSafeEqual(expected, given);
  }

  /** 22 characters that nobody else can make, and the moment of its end. */
  #until(text: string, until: number): string {
    const made = createHmac('sha256', this.#secret).update(`content:${until}:${text}`).digest('base64url');
    return `${made.slice(0, 22)}~${until.toString(36)}`;
  }
}
