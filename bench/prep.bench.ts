import { spawn, spawnSync } from 'node:child_process';
import { copyFile, mkdir, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { makeLadder, type Rung } from '@placard/server/imaging/ladder';
import { prepareFile } from '@placard/server/imaging/preparefile';
import type { Figure } from '@placard/launcher/bench';
import { seconds, sideBySide } from './sidebyside.ts';
import { makeSources } from './pictures.bench.ts';

const PICTURES = 60;
const DISTINCT = 12;
const TURNS = 5;
/** One more than there are cores: while one waits for the disk, the others compute. */
const AT_ONCE = availableParallelism() + 1;
const WIDTH = 500;
const QUALITY = 80;
const MEASURES = [320, 480, 720, 1120, 2240];

/**
 * 60 pictures of 12 megapixels to 500 pixels, as a batch and the command line do it, against a bare sharp loop,
 * vipsthumbnail side by side, and mogrify; and a whole ladder against a call for each of its files.
 */
export async function bench({ scratch }: { scratch: string }): Promise<Figure[]> {
  const some = await makeSources(join(scratch, 'prep'), DISTINCT);
  const sources = await Promise.all(
    Array.from({ length: PICTURES }, async (_, at) => {
      const file = join(scratch, 'prep', `copy-${at}.jpg`);
      await copyFile(some[at % DISTINCT] ?? '', file);
      return file;
    }),
  );
  const folder = async (name: string) => {
    const path = join(scratch, name);
    await mkdir(path, { recursive: true });
    return path;
  };
  const [ours, bare, vips] = [await folder('ours'), await folder('bare'), await folder('vips')];
  const nameOf = (source: string) => source.split('/').at(-1) ?? '';
  const prepare = async (source: string) => {
    const wish = { size: { by: 'width', pixels: WIDTH }, format: 'jpeg', quality: { way: 'usual' } } as const;
    const { data } = await prepareFile(source, wish);
    await writeFile(join(ours, nameOf(source)), data);
  };
  const alone = (source: string) =>
    sharp(source)
      .autoOrient()
      .resize(WIDTH)
      .jpeg({ quality: QUALITY })
      .toFile(join(bare, nameOf(source)));
  // Once unmeasured, so that nobody pays for the first use of the library.
  await sideBySide(sources.slice(0, 4), AT_ONCE, prepare);
  await sideBySide(sources.slice(0, 4), AT_ONCE, alone);
  const took = { ours: 0, bare: 0, vips: 0, mogrify: 0 };
  // In turns, so that whatever else slows the machine down slows all of them down.
  for (let turn = 0; turn < TURNS; turn++) {
    const some = sources.slice((turn * PICTURES) / TURNS, ((turn + 1) * PICTURES) / TURNS);
    took.bare += await seconds(() => sideBySide(some, AT_ONCE, alone));
    took.ours += await seconds(() => sideBySide(some, AT_ONCE, prepare));
    took.vips += await seconds(() =>
      sideBySide(some, AT_ONCE, (source) =>
        ran('vipsthumbnail', ['--size', `${WIDTH}x`, '-o', `${vips}/%s.jpg[Q=${QUALITY}]`, source]),
      ),
    );
    const copies = await folder(`mogrify-${turn}`);
    for (const source of some) await copyFile(source, join(copies, nameOf(source)));
    took.mogrify += await seconds(async () => {
      spawnSync('mogrify', [
        '-resize',
        String(WIDTH),
        '-quality',
        String(QUALITY),
        ...some.map((source) => join(copies, nameOf(source))),
      ]);
    });
  }
  const detail = Object.entries(took)
    .map(([name, value]) => `${name} ${value.toFixed(1)} s`)
    .join(', ');
  return [
    {
      says: `${PICTURES} × 12 megapixels to ${WIDTH} px: ours ÷ bare sharp loop`,
      ratio: took.ours / took.bare,
      wanted: '≤ 1.25',
      detail,
    },
    { says: 'mogrify ÷ ours', ratio: took.mogrify / took.ours, wanted: '≥ 8', detail },
    { says: 'ours ÷ vipsthumbnail side by side', ratio: took.ours / took.vips, wanted: '≤ 1', detail },
    await ladder(sources[0] ?? ''),
  ];
}

/** Five measures in two formats from one decode, against a call of the library for each file. */
async function ladder(source: string): Promise<Figure> {
  const facts = { width: 4000, height: 3000, extension: 'jpg', transparent: false, animated: false };
  const rungs = MEASURES.flatMap((width) =>
    (['webp', 'jpeg'] as const).map((format): Rung => ({ width, format })),
  );
  const together = () => makeLadder(source, facts, rungs, async () => {});
  const each = async () => {
    for (const width of MEASURES) {
      await sharp(source).autoOrient().resize(width).webp({ quality: 78, effort: 3 }).toBuffer();
      await sharp(source).autoOrient().resize(width).jpeg({ quality: QUALITY }).toBuffer();
    }
  };
  await together();
  await each();
  let [ours, theirs] = [0, 0];
  for (let turn = 0; turn < 4; turn++) {
    ours += await seconds(together);
    theirs += await seconds(each);
  }
  return {
    says: 'a ladder of 5 measures in WebP and JPEG ÷ a call for each of its files',
    ratio: ours / theirs,
    wanted: '≤ 0.6',
    detail: `ours ${(ours / 4).toFixed(2)} s, each by itself ${(theirs / 4).toFixed(2)} s`,
  };
}

function ran(program: string, words: string[]): Promise<void> {
  return new Promise((resolve, reject) => {
    spawn(program, words, { stdio: 'ignore', env: { ...process.env, VIPS_CONCURRENCY: '1' } })
      .once('error', reject)
      .once('exit', (code) => (code === 0 ? resolve() : reject(new Error(`${program} ended with ${code}.`))));
  });
}
