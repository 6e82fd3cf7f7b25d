import { createHmac, timingSafeEqual } from 'node:crypto';

/**
 * Signs addresses of the users'-content origin, which knows no sessions: whoever was given
 * an address may read what it names, and nobody can guess another.
 */
export class Signature {
  readonly #secret: string;

  constructor(secret: string) {
    this.#secret = secret;
  }

  /** 22 characters that belong to `text` alone. */
  of(text: string): string {
    return createHmac('sha256', this.#secret).update(`content:${text}`).digest('base64url').slice(0, 22);
  }

  /** True when `signature` was made for `text`. */
  matches(text: string, signature: string): boolean {
    const expected = Buffer.from(this.of(text));
    const given = Buffer.from(signature);
    return expected.length === given.length && timingSafeEqual(expected, given);
  }
}
