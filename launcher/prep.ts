import { mkdir, realpath, rename, rm, stat, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import type { SizeWish } from '@placard/core/geometry';
import { freeName, nameBy, slug, titleFromFileName } from '@placard/core/naming';
import type { Quality } from '@placard/core/prep';
import { prepareFile, type FileWish } from '@placard/server/imaging/preparefile';

const HELP = `placard prep --out DIR [--width N | --height N | --longest N | --percent N]
             [--format jpeg|png|webp|avif] [--max-bytes N] [--pattern TEXT] FILES…

Prepares pictures without the application: upright, in sRGB, never enlarged. --pattern names them by
{words} (of the file name), {section} (its folder), {number}, {date}, {width} and {height}.`;

const FORMATS = ['jpeg', 'png', 'webp', 'avif'] as const;

interface Order extends FileWish {
  out: string;
  pattern: string | null;
  files: string[];
}

/** Reads the words of the command. Throws an Error with a sentence. */
export function readOrder(words: string[]): Order {
  const { values, positionals } = parseArgs({
    args: words,
    allowPositionals: true,
    options: {
      out: { type: 'string' },
      width: { type: 'string' },
      height: { type: 'string' },
      longest: { type: 'string' },
      percent: { type: 'string' },
      format: { type: 'string' },
      'max-bytes': { type: 'string' },
      pattern: { type: 'string' },
    },
  });
  if (!values.out) throw new Error(`Say where to write with --out DIR.\n\n${HELP}`);
  if (positionals.length === 0) throw new Error(`Name the files to prepare.\n\n${HELP}`);
  const sizes = (['width', 'height', 'longest', 'percent'] as const).filter((by) => values[by] !== undefined);
  if (sizes.length > 1)
    throw new Error(
      `--${sizes.join(' and --')} say different sizes. The other side follows by itself; give one.`,
    );
  const [by] = sizes;
  const format = FORMATS.find((name) => name === (values.format === 'jpg' ? 'jpeg' : values.format)) ?? null;
  if (values.format !== undefined && !format)
    throw new Error(`“${values.format}” is not a format. There are ${FORMATS.join(', ')}.`);
  const quality: Quality =
    values['max-bytes'] === undefined
      ? { way: 'usual' }
      : { way: 'under', bytes: whole('--max-bytes', values['max-bytes'], 1000) };
  return {
    out: resolve(values.out),
    size: by ? sizeWish(by, values[by] ?? '') : null,
    format,
    quality,
    pattern: values.pattern ?? null,
    files: positionals,
  };
}

function sizeWish(by: SizeWish['by'], text: string): SizeWish {
  if (by !== 'percent') return { by, pixels: whole(`--${by}`, text, 1) };
  const percent = Number(text.replace(/%$/, ''));
  if (!(percent > 0 && percent <= 1000)) throw new Error(`--percent wants a number above 0, not “${text}”.`);
  return { by, percent };
}

function whole(option: string, text: string, least: number): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < least)
    throw new Error(`${option} wants a whole number of at least ${least}, not “${text}”.`);
  return value;
}

/** `placard prep`: exit 0, or 1 when any file failed; the others are done all the same. */
export async function run(words: string[]): Promise<number> {
  if (words.includes('--help')) {
    process.stdout.write(`${HELP}\n`);
    return 0;
  }
  const order = readOrder(words);
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
          date: found.mtime.toISOString().slice(0, 10),
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
    `${Math.round(made.data.length / 1000)} kB`,
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
    const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;
    process.stderr.write(
      `${this.#done} of ${this.#total} prepared in ${seconds.toFixed(1)} s, ${megabytes(this.#bytes.before)} before, ${megabytes(this.#bytes.after)} after${this.#failures.length > 0 ? `; ${this.#failures.length} failed` : ''}\n`,
    );
    return this.#failures.length > 0 ? 1 : 0;
  }

  #line(text: string): void {
    process.stderr.write(`\r\u001b[K${text}`);
  }
}
