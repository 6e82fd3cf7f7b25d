import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hammingDistance, perceptualHash, SAME_PICTURE, SIDE } from './perceptualhash.ts';

/** A made-up picture: light and dark patches that run into one another, other ones for every seed. */
function picture(seed: number): Uint8Array {
  const patch = (x: number, y: number) => {
    const mixed = Math.imul(x * 73 + y * 151 + seed * 7919 + 1, 2_654_435_761) >>> 8;
    return mixed % 200;
  };
  return Uint8Array.from({ length: SIDE * SIDE }, (_, at) => {
    const [x, y] = [(at % SIDE) / 5, Math.floor(at / SIDE) / 5];
    const [left, top] = [Math.floor(x), Math.floor(y)];
    const [right, down] = [x - left, y - top];
    const above = patch(left, top) * (1 - right) + patch(left + 1, top) * right;
    const below = patch(left, top + 1) * (1 - right) + patch(left + 1, top + 1) * right;
    return 20 + above * (1 - down) + below * down;
  });
}

describe('a likeness', () => {
  it('hardly changes with light, contrast and noise', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        fc.double({ min: 0.8, max: 1, noNaN: true }),
        (seed, contrast) => {
          const before = picture(seed);
          const after = before.map((value, at) => value * contrast + 8 + ((at * 7919) % 3));
          expect(
            hammingDistance(perceptualHash(before), perceptualHash(Uint8Array.from(after))),
          ).toBeLessThanOrEqual(SAME_PICTURE);
        },
      ),
    );
  });

  it('of other pictures lies further apart', () => {
    const likenesses = Array.from({ length: 12 }, (_, at) => perceptualHash(picture(at * 3 + 1)));
    const near = likenesses.flatMap((one, at) =>
      likenesses.slice(at + 1).filter((other) => hammingDistance(one, other) <= SAME_PICTURE),
    );
    expect(near.length).toBeLessThan(4);
  });

  it('fits into 64 bits', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: SIDE * SIDE, maxLength: SIDE * SIDE }), (grey) => {
        expect(perceptualHash(grey)).toBeLessThan(2n ** 64n);
      }),
    );
  });

  it('is as far from itself as nothing, and from its reverse as can be', () => {
    expect(hammingDistance(0b1010n, 0b1010n)).toBe(0);
    expect(hammingDistance(0n, 2n ** 64n - 1n)).toBe(64);
  });
});
