/** A generator of numbers in [0, 1) that always begins the same (mulberry32). */
export function random(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

function lattice(x: number, y: number, seed: number): number {
  let h = Math.imul(x, 374761393) + Math.imul(y, 668265263) + Math.imul(seed, 2246822519);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}

/** Smooth value noise in [0, 1]. */
export function noise(x: number, y: number, seed: number): number {
  const [xi, yi] = [Math.floor(x), Math.floor(y)];
  const [xf, yf] = [x - xi, y - yi];
  const [u, v] = [xf * xf * (3 - 2 * xf), yf * yf * (3 - 2 * yf)];
  const top = lattice(xi, yi, seed) * (1 - u) + lattice(xi + 1, yi, seed) * u;
  const bottom = lattice(xi, yi + 1, seed) * (1 - u) + lattice(xi + 1, yi + 1, seed) * u;
  return top * (1 - v) + bottom * v;
}

/** Fractal noise in [0, 1]: each octave twice as fine and half as strong. */
export function fractal(x: number, y: number, seed: number, octaves = 5): number {
  let [sum, weight, scale] = [0, 0, 1];
  for (let octave = 0; octave < octaves; octave++) {
    sum += noise(x * scale, y * scale, seed + octave * 31) / scale;
    weight += 1 / scale;
    scale *= 2;
  }
  return sum / weight;
}

export const clamp = (value: number, low = 0, high = 1) => Math.min(high, Math.max(low, value));
export const mix = (a: number, b: number, t: number) => a + (b - a) * t;
export const smooth = (low: number, high: number, value: number) => {
  const t = clamp((value - low) / (high - low));
  return t * t * (3 - 2 * t);
};
