import { expect, it } from 'vitest';
import { Places } from './places.ts';

it('so many are let through at once, the others in the order in which they came, whatever becomes of each', async () => {
  const places = new Places(2);
  const [begun, open]: [number[], (() => void)[]] = [[], []];
  const works = [1, 2, 3, 4, 5].map((name) =>
    places
      .run(async () => {
        begun.push(name);
        await new Promise<void>((resolve) => open.push(resolve));
        if (name === 2) throw new Error('It broke.');
        return name;
      })
      .catch(() => 0),
  );
  await expect.poll(() => begun).toEqual([1, 2]);
  open.shift()?.();
  open.shift()?.();
  await expect.poll(() => begun).toEqual([1, 2, 3, 4]);
  open.shift()?.();
  open.shift()?.();
  await expect.poll(() => begun).toEqual([1, 2, 3, 4, 5]);
  open.shift()?.();
  expect(await Promise.all(works)).toEqual([1, 0, 3, 4, 5]);
});
