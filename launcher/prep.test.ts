import { spawnSync } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { prepCommand } from './prep.ts';

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'placard-prep-'));
  const picture = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#336699' } });
  await writeFile(join(folder, 'Night Sky.jpg'), await picture(1200, 800).jpeg().toBuffer());
  await writeFile(
    join(folder, 'sideways.jpg'),
    await picture(1200, 800).withMetadata({ orientation: 6 }).jpeg().toBuffer(),
  );
  await writeFile(join(folder, 'small.png'), await picture(200, 100).png().toBuffer());
  await writeFile(join(folder, 'cmyk.jpg'), await picture(900, 600).toColourspace('cmyk').jpeg().toBuffer());
  await writeFile(join(folder, 'deep.png'), await picture(900, 600).toColourspace('rgb16').png().toBuffer());
  await writeFile(join(folder, 'grey.png'), await picture(900, 600).greyscale().png().toBuffer());
  await writeFile(join(folder, 'palette.png'), await picture(900, 600).png({ palette: true }).toBuffer());
  const glass = { r: 200, g: 40, b: 40, alpha: 0.5 };
  await writeFile(
    join(folder, 'glass.webp'),
    await sharp({ create: { width: 900, height: 600, channels: 4, background: glass } })
      .webp()
      .toBuffer(),
  );
  await writeFile(
    join(folder, 'wide-gamut.jpg'),
    await sharp({ create: { width: 900, height: 600, channels: 3, background: '#ff0000' } })
      .withIccProfile('p3')
      .jpeg({ quality: 100, chromaSubsampling: '4:4:4' })
      .toBuffer(),
  );
  const frames = await Promise.all(
    ['#ff0000', '#0000ff'].map((background) =>
      sharp({ create: { width: 600, height: 400, channels: 3, background } })
        .png()
        .toBuffer(),
    ),
  );
  await writeFile(
    join(folder, 'blinking.gif'),
    await sharp(frames, { join: { animated: true } })
      .gif({ delay: [100, 100] })
      .toBuffer(),
  );
  await writeFile(join(folder, 'dot.png'), await picture(1, 1).png().toBuffer());
  await writeFile(join(folder, 'broken.jpg'), (await picture(1200, 800).jpeg().toBuffer()).subarray(0, 900));
  await writeFile(join(folder, 'words.jpg'), 'only words');
  await writeFile(
    join(folder, 'drawing.svg'),
    '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="#f00"/></svg>',
  );
});
afterAll(() => rm(folder, { recursive: true }));

function placardPrep(...words: string[]) {
  const { stdout, stderr, status } = spawnSync(
    new URL('../placard', import.meta.url).pathname,
    ['prep', ...words],
    { encoding: 'utf8', cwd: folder },
  );
  return { stdout, stderr, status };
}
const sizeOf = async (file: string) => {
  const { width, height, format, space } = await sharp(join(folder, file)).metadata();
  return { width, height, format, space };
};

describe('placard prep', () => {
  it('brings every kind of picture to a width, upright and in sRGB, and never enlarges', async () => {
    const files = [
      'Night Sky.jpg',
      'sideways.jpg',
      'small.png',
      'cmyk.jpg',
      'deep.png',
      'grey.png',
      'palette.png',
      'glass.webp',
      'wide-gamut.jpg',
      'blinking.gif',
      'dot.png',
      'drawing.svg',
    ];
    const { status, stdout } = placardPrep('--width', '500', '--out', 'out', ...files);
    expect(status).toBe(0);
    expect(stdout.trim().split('\n')).toHaveLength(files.length);
    expect(await sizeOf('out/night-sky.jpg')).toMatchObject({ width: 500, height: 333, format: 'jpeg' });
    expect(await sizeOf('out/sideways.jpg')).toMatchObject({ width: 500, height: 750 });
    expect(await sizeOf('out/small.png')).toMatchObject({ width: 200, height: 100 });
    expect(stdout).toMatch(/small\.png: 200 × 100.*no more pixels/);
    expect(await sizeOf('out/cmyk.jpg')).toMatchObject({ width: 500, space: 'srgb' });
    expect(await sizeOf('out/deep.png')).toMatchObject({ width: 500, space: 'srgb' });
    expect(await sizeOf('out/palette.png')).toMatchObject({ width: 500, format: 'png' });
    const pixel = async (file: string) => [
      ...(await sharp(join(folder, file)).extract({ left: 9, top: 9, width: 1, height: 1 }).raw().toBuffer()),
    ];
    expect((await pixel('out/glass.webp'))[3]).toBe(128);
    // Its red was a wide-gamut one that sRGB only comes near to: converted, not just renamed.
    const [red = 0, green = 9] = await pixel('out/wide-gamut.jpg');
    expect([red > 245, green < 12]).toEqual([true, true]);
    expect((await sharp(join(folder, 'out/blinking.webp'), { animated: true }).metadata()).pages).toBe(2);
    expect(await sizeOf('out/dot.png')).toMatchObject({ width: 1, height: 1 });
    expect(await sizeOf('out/drawing.png')).toMatchObject({ width: 500, height: 250, format: 'png' });
  });

  it('says what failed and why, does the others, and exits 1', async () => {
    const { status, stdout, stderr } = placardPrep(
      '--longest',
      '300',
      '--format',
      'webp',
      '--out',
      'some',
      'broken.jpg',
      'Night Sky.jpg',
      'words.jpg',
      'nowhere.jpg',
    );
    expect(status).toBe(1);
    expect(stdout.trim().split('\n')).toHaveLength(1);
    expect(stderr).toMatch(/broken\.jpg: This file is damaged/);
    expect(stderr).toMatch(/words\.jpg: This is not a picture/);
    expect(stderr).toMatch(/nowhere\.jpg: There is no such file/);
    expect(stderr).toMatch(/1 of 4 prepared.*3 failed/);
    expect(await readdir(join(folder, 'some'))).toEqual(['night-sky.webp']);
  });

  it('takes the first frame of what moves where a format for stills is asked for', async () => {
    expect(placardPrep('--width', '200', '--format', 'jpeg', '--out', 'still', 'blinking.gif').status).toBe(
      0,
    );
    expect(await sizeOf('still/blinking.jpg')).toMatchObject({ width: 200, height: 133, format: 'jpeg' });
    const [red = 0, , blue = 0] = await sharp(join(folder, 'still/blinking.jpg'))
      .extract({ left: 9, top: 9, width: 1, height: 1 })
      .raw()
      .toBuffer();
    expect(red).toBeGreaterThan(blue + 100);
  });

  it('names by a pattern, numbers what would be called the same, and never overwrites an original', async () => {
    expect(
      placardPrep('--percent', '50', '--pattern', '{words} {width}', '--out', 'named', 'Night Sky.jpg')
        .status,
    ).toBe(0);
    expect(await readdir(join(folder, 'named'))).toEqual(['night-sky-600.jpg']);
    placardPrep('--width', '90', '--pattern', 'sky', '--out', 'same', 'Night Sky.jpg', 'sideways.jpg');
    expect((await readdir(join(folder, 'same'))).toSorted()).toEqual(['sky-2.jpg', 'sky.jpg']);
    const before = await readFile(join(folder, 'sideways.jpg'));
    const { status, stderr } = placardPrep('--width', '90', '--out', '.', 'sideways.jpg');
    expect(status).toBe(1);
    expect(stderr).toContain('never overwritten');
    expect(await readFile(join(folder, 'sideways.jpg'))).toEqual(before);
  });

  it('keeps within some bytes where that can be, and says where it cannot', async () => {
    const grain = Buffer.from(
      Array.from({ length: 600 * 400 * 3 }, (_, at) => (at * 7919 + ((at * at) % 251)) % 256),
    );
    await writeFile(
      join(folder, 'grain.jpg'),
      await sharp(grain, { raw: { width: 600, height: 400, channels: 3 } })
        .jpeg({ quality: 95 })
        .toBuffer(),
    );
    placardPrep('--max-bytes', '60000', '--out', 'bytes', 'grain.jpg');
    expect((await readFile(join(folder, 'bytes/grain.jpg'))).length).toBeLessThanOrEqual(60_000);
    const { stdout } = placardPrep('--max-bytes', '1000', '--out', 'bytes', 'grain.jpg');
    expect(stdout).toContain('over the limit even at the worst quality');
  });

  it.each([
    [['a.jpg'], /--out <folder>' not specified/],
    [['--out', 'x'], /argument 'files'/],
    [['--out', 'x', '--width', '10', '--percent', '5', 'a.jpg'], /cannot be used with/],
    [['--out', 'x', '--width', 'ten', 'a.jpg'], /whole number/],
    [['--out', 'x', '--format', 'bmp', 'a.jpg'], /There are jpeg, png, webp, avif/],
    [['--out', 'x', '--percent', '0', 'a.jpg'], /above 0/],
  ])('%j is refused in a sentence', async (words, says) => {
    const taken: unknown[] = [];
    const command = prepCommand(async (order) => taken.push(order));
    command.exitOverride().configureOutput({ writeErr: () => undefined });
    await expect(command.parseAsync(words, { from: 'user' })).rejects.toThrow(says);
    expect(taken).toEqual([]);
  });
});
