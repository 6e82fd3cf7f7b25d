import { readdirSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Command } from 'commander';
import { needPrograms } from './debian.ts';
import { exitingWith } from './exit.ts';
import { startMariaDb } from './mariadb.ts';

const FOLDER = fileURLToPath(new URL('../bench/', import.meta.url));

async function run(words: string[]): Promise<number> {
  needPrograms(
    'mariadbd',
    'my_print_defaults',
    'mogrify',
    'vipsthumbnail',
    'chromium',
    'ffmpeg',
    'pdfinfo',
    'qpdf',
  );
  const all = readdirSync(FOLDER)
    .filter((file) => file.endsWith('.bench.ts'))
    .map((file) => file.replace('.bench.ts', ''));
  const names = all.filter((name) => words.length === 0 || words.includes(name));
  if (words.some((word) => !all.includes(word)))
    throw new Error(`There is no such bench. There are: ${all.join(', ')}.`);
  const scratch = await mkdtemp(join(tmpdir(), 'placard-bench-'));
  const database = await startMariaDb(join(scratch, 'mariadb'), 'bench-');
  // Servers that benches open make their databases there.
  process.env['TEST_DATABASE_URL'] = database.url;
  let missed = 0;
  try {
    for (const name of names) {
      const { bench } = (await import(`../bench/${name}.bench.ts`)) as {
        bench: (place: Place) => Promise<Figure[]>;
      };
      const figures = await bench({ databaseUrl: database.url, scratch }).catch((error: unknown) => {
        // What breaks one says nothing of the others.
        missed++;
        process.stdout.write(`BROKE   ${name}: ${error instanceof Error ? error.message : String(error)}\n`);
        return [];
      });
      for (const { says, ratio, wanted, detail } of figures) {
        const met = wanted.startsWith('≤')
          ? ratio <= Number(wanted.slice(2))
          : ratio >= Number(wanted.slice(2));
        if (!met) missed++;
        process.stdout.write(
          `${met ? 'met   ' : 'MISSED'}  ${ratio.toFixed(2)} (wanted ${wanted})  ${says}\n        ${detail}\n`,
        );
      }
    }
  } finally {
    await database.stop();
    await rm(scratch, { recursive: true, force: true });
  }
  return missed === 0 ? 0 : 1;
}

/** Where a bench may work: a database of its own, and a folder that goes with it. */
export interface Place {
  databaseUrl: string;
  scratch: string;
}

/** One figure: a ratio, what was wanted of it (`≤ 1.5` or `≥ 6`), and the numbers behind it. */
export interface Figure {
  says: string;
  ratio: number;
  wanted: string;
  detail: string;
}

/** `placard bench [NAME…]`: figures against peers, printed as ratios. Exit 1 where one misses its mark. */
export const command = new Command('bench')
  .argument('[names...]', 'the benches to run; all of them where none is named')
  .action(exitingWith(run));
