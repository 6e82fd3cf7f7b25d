import { mkdir, realpath, rename, rm, stat, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { Command, InvalidArgumentError, Option } from 'commander';
import type { SizeWish } from '@placard/core/geometry';
import { freeName, nameBy, slug, titleFromFileName } from '@placard/core/naming';
import { dayIn, inBytes } from '@placard/core/text';
import { prepareFile, type FileWish } from '@placard/server/imaging/preparefile';
import { exitingWith } from './exit.ts';

const FORMATS = ['jpeg', 'png', 'webp', 'avif'] as const;

interface Order extends FileWish {
  out: string;
  pattern: string | null;
  files: string[];
}

type By = SizeWish['by'];
const SIZES: readonly By[] = ['width', 'height', 'longest', 'percent'];

function whole(least: number) {
  return (text: string): number => {
    const value = Number(text);
    if (!Number.isInteger(value) || value < least)
      throw new InvalidArgumentError(`It wants a whole number of at least ${least}.`);
    return value;
  };
}

function percentOf(text: string): number {
  const percent = Number(text.replace(/%$/, ''));
  if (!(percent > 0 && percent <= 1000)) throw new InvalidArgumentError('It wants a number above 0.');
  return percent;
}

function formatOf(text: string): (typeof FORMATS)[number] {
  const format = FORMATS.find((name) => name === (text === 'jpg' ? 'jpeg' : text));
  if (!format) throw new InvalidArgumentError(`There are ${FORMATS.join(', ')}.`);
  return format;
}

interface Given extends Partial<Record<By, number>> {
  out: string;
  format?: (typeof FORMATS)[number];
  maxBytes?: number;
  pattern?: string;
}

const sizeBy = (by: By, number: number): SizeWish =>
  by === 'percent' ? { by, percent: number } : { by, pixels: number };

const orderOf = (files: string[], { out, format, maxBytes, pattern, ...sizes }: Given): Order => ({
  out: resolve(out),
  size: SIZES.flatMap((by) => (sizes[by] === undefined ? [] : [sizeBy(by, sizes[by])]))[0] ?? null,
  format: format ?? null,
  quality: maxBytes === undefined ? { way: 'usual' } : { way: 'under', bytes: maxBytes },
  pattern: pattern ?? null,
  files,
});

/** Two sizes at once would say different things: the other side follows by itself. */
const size = (by: By, unit: string, says: string) =>
  new Option(`--${by} <${unit}>`, says)
    .argParser(by === 'percent' ? percentOf : whole(1))
    .conflicts(SIZES.filter((other) => other !== by));

/** `placard prep`: exit 0, or 1 when any file failed; the others are done all the same. */
export const prepCommand = (take: (order: Order) => Promise<number>): Command =>
  new Command('prep')
    .argument('<files...>', 'the pictures')
    .requiredOption('--out <folder>', 'where to write')
    .addOption(size('width', 'pixels', 'as wide as this'))
    .addOption(size('height', 'pixels', 'as high as this'))
    .addOption(size('longest', 'pixels', 'the longest side as long as this'))
    .addOption(size('percent', 'number', 'so much of what it is'))
    .option('--format <name>', FORMATS.join(', '), formatOf)
    .option('--max-bytes <bytes>', 'the best quality that has no more', whole(1000))
    .option(
      '--pattern <text>',
      'names by {words} (of the file name), {section} (its folder), {number}, {date}, {width} and {height}',
    )
    .addHelpText('after', '\nUpright, in sRGB, never enlarged; originals are never written over.')
    .action(exitingWith((files: string[], given: Given) => take(orderOf(files, given))));

async function run(order: Order): Promise<number> {
  await mkdir(order.out, { recursive: true });
  const originals = new Set(await Promise.all(order.files.map((file) => realpath(file).catch(() => ''))));
  const report = new Report(order.files.length);
  const names = new Set<string>();
  const waiting = [...order.files.entries()];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [at, file] = next;
      report.begin(file);
      try {
        report.done(file, await prepareOne(order, file, at, names, originals));
      } catch (error) {
        report.failed(file, error instanceof Error ? error.message : String(error));
      }
    }
  };
  // One more than there are cores: while one waits for the disk, the others compute.
  await Promise.all(Array.from({ length: availableParallelism() + 1 }, worker));
  return report.end();
}

interface Written {
  path: string;
  says: string;
  before: number;
  after: number;
}

async function prepareOne(
  order: Order,
  file: string,
  at: number,
  names: Set<string>,
  originals: ReadonlySet<string>,
): Promise<Written> {
  const found = await stat(file).catch(() => null);
  if (!found?.isFile()) throw new Error(found ? 'This is no file.' : 'There is no such file.');
  const made = await prepareFile(file, order);
  const wanted = order.pattern
    ? nameBy(
        order.pattern,
        {
          words: titleFromFileName(file) || basename(file).replace(/\.[^.]*$/, ''),
          section: basename(dirname(resolve(file))),
          date: dayIn(Intl.DateTimeFormat().resolvedOptions().timeZone, found.mtime),
          width: made.width,
          height: made.height,
        },
        at + 1,
      )
    : slug(basename(file).replace(/\.[^.]*$/, ''), 'picture');
  const name = freeName(wanted, (candidate) => names.has(`${candidate}.${made.extension}`));
  names.add(`${name}.${made.extension}`);
  const path = join(order.out, `${name}.${made.extension}`);
  if (originals.has(await realpath(path).catch(() => path)))
    throw new Error(`${path} is one of the originals, which are never overwritten. Choose another --out.`);
  const beside = `${path}.part`;
  try {
    await writeFile(beside, made.data);
    await rename(beside, path);
  } finally {
    await rm(beside, { force: true });
  }
  const over = order.quality.way === 'under' && made.data.length > order.quality.bytes;
  const says = [
    `${made.width} × ${made.height}`,
    inBytes(made.data.length),
    made.small ? 'left as large as it is: it has no more pixels' : '',
    over ? 'over the limit even at the worst quality' : '',
  ];
  return { path, says: says.filter(Boolean).join(', '), before: made.before, after: made.data.length };
}

/** Tells how far it is: on a terminal a line that moves on, elsewhere a line for each file. */
class Report {
  readonly #total: number;
  readonly #onTerminal = process.stderr.isTTY;
  readonly #began = Date.now();
  readonly #failures: string[] = [];
  #done = 0;
  #bytes = { before: 0, after: 0 };

  constructor(total: number) {
    this.#total = total;
  }

  begin(file: string): void {
    if (this.#onTerminal)
      this.#line(`${this.#done + this.#failures.length} of ${this.#total}, now ${basename(file)}`);
  }

  done(file: string, { path, says, before, after }: Written): void {
    this.#done++;
    this.#bytes.before += before;
    this.#bytes.after += after;
    if (!this.#onTerminal) process.stdout.write(`${file} → ${path}: ${says}\n`);
  }

  failed(file: string, says: string): void {
    this.#failures.push(`${file}: ${says}`);
    if (!this.#onTerminal) process.stderr.write(`${file}: ${says}\n`);
  }

  end(): number {
    const seconds = (Date.now() - this.#began) / 1000;
    if (this.#onTerminal) {
      this.#line('');
      for (const failure of this.#failures) process.stderr.write(`${failure}\n`);
    }
    process.stderr.write(
      `${this.#done} of ${this.#total} prepared in ${seconds.toFixed(1)} s, ${inBytes(this.#bytes.before)} before, ${inBytes(this.#bytes.after)} after${this.#failures.length > 0 ? `; ${this.#failures.length} failed` : ''}\n`,
    );
    return this.#failures.length > 0 ? 1 : 0;
  }

  #line(text: string): void {
    process.stderr.write(`\r\u001b[K${text}`);
  }
}

export const command = prepCommand(run);
