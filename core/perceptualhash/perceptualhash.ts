/** Pixels along each side of the grey square that a likeness is computed from. */
export const SIDE = 32;
/** Up to so many bits apart, two pictures are taken for the same one in another size or compression. */
export const SAME_PICTURE = 8;
/** How far proportions of the same picture may lie apart: a saving rounds to whole pixels. */
const SAME_RATIO = 0.03;
const LOW = 8;

const COSINE = Array.from({ length: LOW }, (_, frequency) =>
  Float64Array.from({ length: SIDE }, (_, at) => Math.cos(((2 * at + 1) * frequency * Math.PI) / (2 * SIDE))),
);

/**
 * A perceptual hash of 64 bits: which of the lowest 8 × 8 frequencies (DCT-II) of a 32 × 32 grey picture
 * lie above their median. `grey` holds its pixels row by row. Scaling and compression change few bits.
 */
export function perceptualHash(grey: Uint8Array): bigint {
  const rows = Array.from({ length: SIDE }, (_, y) =>
    COSINE.map((cosine) => cosine.reduce((sum, factor, x) => sum + factor * (grey[y * SIDE + x] ?? 0), 0)),
  );
  const coefficients: number[] = [];
  for (const cosine of COSINE)
    for (let u = 0; u < LOW; u++)
      coefficients.push(cosine.reduce((sum, factor, y) => sum + factor * (rows[y]?.[u] ?? 0), 0));
  const ordered = coefficients.slice(1).toSorted((a, b) => a - b);
  const median = ordered[Math.floor(ordered.length / 2)] ?? 0;
  return coefficients.reduce(
    (bits, value, at) => (at > 0 && value > median ? bits | (1n << BigInt(at)) : bits),
    0n,
  );
}

/** True when two pictures have the same proportions, as near as whole pixels allow. */
export function sameProportions(
  a: { width: number; height: number },
  b: { width: number; height: number },
): boolean {
  return Math.abs((a.width / a.height) * (b.height / b.width) - 1) <= SAME_RATIO;
}

/** How many of 64 bits two likenesses differ in. */
export function hammingDistance(a: bigint, b: bigint): number {
  let bits = 0;
  for (let rest = a ^ b; rest > 0n; rest &= rest - 1n) bits++;
  return bits;
}
