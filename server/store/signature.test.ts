import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Signature } from './signature.ts';

const signature = new Signature('a secret of thirty-two characters or more');
const HOUR = 3_600_000;

it('a signature belongs to its text alone', () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), (text, other) => {
      const made = signature.of(text);
      expect(made).toMatch(/^[\w-]{22}~[0-9a-z]+$/);
      expect(signature.matches(text, made)).toBe(true);
      if (other !== text) expect(signature.matches(other, made)).toBe(false);
      expect(new Signature('another secret').matches(text, made)).toBe(false);
    }),
  );
});

it('a signature holds for an hour, and not for two', () => {
  fc.assert(
    fc.property(fc.string(), fc.integer({ min: 0, max: 4_000_000_000_000 }), (text, now) => {
      const made = signature.of(text, now);
      expect(signature.matches(text, made, now + HOUR)).toBe(true);
      expect(signature.matches(text, made, now + 2 * HOUR)).toBe(false);
      // Its end is signed, too: nobody gives it another.
      const longer = made.replace(/~.*/, `~${(now + 9 * HOUR).toString(36)}`);
      expect(signature.matches(text, longer, now)).toBe(false);
    }),
  );
});

it('a signature stays the same for who asks again soon, so that what it names is not fetched anew', () => {
  const now = 1_800_000 * 1_000_000;
  expect(signature.of('a', now)).toBe(signature.of('a', now + 1_799_999));
  expect(signature.of('a', now)).not.toBe(signature.of('a', now + 1_800_000));
});

it('anything else is no signature, whatever its length', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 40 }), (guess) => {
      expect(signature.matches('originals/aa/x.jpg', guess)).toBe(false);
    }),
  );
});
