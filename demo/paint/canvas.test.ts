import { expect, it } from 'vitest';
import { readdirSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { FILES } from '../labels.ts';
import { Canvas, colour, gradient } from './canvas.ts';
import { fractal, random } from './noise.ts';

it('paints the same picture every time', async () => {
  const paint = () =>
    new Canvas(40, 30)
      .paint((u, v) => [fractal(u, v, 3), 0, 0])
      .stars(20, 5)
      .ridge(0.9, 0.2, 1, [0, 0, 0])
      .develop({ seed: 2 });
  expect(paint().equals(paint())).toBe(true);
  expect(paint().equals(new Canvas(40, 30).develop({ seed: 2 }))).toBe(false);
});

it('numbers stay between nought and one', () => {
  const next = random(7);
  for (let i = 0; i < 2000; i++) {
    const value = next();
    expect(value >= 0 && value < 1).toBe(true);
    const noise = fractal(i * 0.37, i * 0.11, 9);
    expect(noise >= 0 && noise <= 1).toBe(true);
  }
});

it('a gradient runs through its colours', () => {
  const stops = [
    [0, colour('#000000')],
    [1, colour('#ffffff')],
  ] as const;
  expect(gradient(0, stops)).toEqual([0, 0, 0]);
  expect(gradient(0.5, stops)[0]).toBeCloseTo(0.5);
  expect(gradient(2, stops)).toEqual(colour('#ffffff'));
});

it('every sample file is there, and small enough to keep', () => {
  const media = fileURLToPath(new URL('../media/', import.meta.url));
  const names = new Set(readdirSync(media));
  for (const { file } of FILES) expect(names, file).toContain(file);
  const pictures = [...names].filter((name) => /\.(jpg|png|webp|avif|gif|svg)$/.test(name));
  expect(pictures.length).toBeGreaterThanOrEqual(30);
  for (const name of names) expect(statSync(`${media}${name}`).size, name).toBeLessThan(4_000_000);
});
