import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Signature } from './signature.ts';

const signature = new Signature('a secret of thirty-two characters or more');

it('a signature belongs to its text alone', () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), (text, other) => {
      const made = signature.of(text);
      expect(made).toMatch(/^[\w-]{22}$/);
      expect(signature.matches(text, made)).toBe(true);
      if (other !== text) expect(signature.matches(other, made)).toBe(false);
      expect(new Signature('another secret').matches(text, made)).toBe(false);
    }),
  );
});

it('anything else is no signature, whatever its length', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 40 }), (guess) => {
      expect(signature.matches('originals/aa/x.jpg', guess)).toBe(false);
    }),
  );
});
