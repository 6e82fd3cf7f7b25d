import { existsSync } from 'node:fs';
import { opendir, readFile, stat } from 'node:fs/promises';
import { dirname, join, relative, resolve, sep } from 'node:path';
import { Command } from 'commander';
import {
  checkHtml,
  readSeverities,
  sarifBegins,
  sarifEnds,
  sarifResult,
  unread,
  type HtmlFinding,
  type Severities,
} from '@placard/core/check';
import { decoded, inBytes } from '@placard/core/text';
import { exitingWith } from './exit.ts';

/** Larger files are no pages that anybody wrote, in bytes. */
const LARGEST = 20_000_000;
const PAGES = /\.x?html?$/i;

interface Given {
  json?: boolean;
  sarif?: boolean;
  rules?: string;
}

/** How findings of one file after another are written. */
interface Report {
  begins: string;
  file: (name: string, findings: readonly HtmlFinding[]) => string;
  ends: string;
}

const COLOURS = { stop: 31, warn: 33, note: 36 } as const;

function reportOf({ json, sarif }: Given): Report {
  if (sarif) {
    let before = '';
    return {
      begins: sarifBegins(),
      file: (name, findings) =>
        findings
          .map((finding) => {
            const result = `${before}${sarifResult(encodeURI(name.split(sep).join('/')), finding)}`;
            before = ',\n';
            return result;
          })
          .join(''),
      ends: `${sarifEnds}\n`,
    };
  }
  const coloured = process.stdout.isTTY === true && !process.env['NO_COLOR'];
  const shown = (severity: keyof typeof COLOURS) =>
    coloured ? `\u001b[${COLOURS[severity]}m${severity}\u001b[0m` : severity;
  const line = json
    ? (file: string, { line: at, column, rule, severity, says, remedy }: HtmlFinding) =>
        JSON.stringify({ file, line: at, column, rule, severity, says, remedy })
    : (file: string, { line: at, column, rule, severity, says, remedy }: HtmlFinding) =>
        `${file}:${at}:${column} ${shown(severity)} ${rule} ${says} ${remedy}`;
  return {
    begins: '',
    file: (name, findings) => findings.map((finding) => `${line(name, finding)}\n`).join(''),
    ends: '',
  };
}

/** Every page that is meant: files as they are named, and in folders what is called as pages are. Throws for what is not there. */
async function* pagesIn(path: string): AsyncGenerator<string> {
  const found = await stat(path);
  if (!found.isDirectory()) return yield path;
  const names: { name: string; folder: boolean }[] = [];
  for await (const entry of await opendir(path))
    // Links may lead round in circles.
    if (!entry.isSymbolicLink() && entry.name !== 'node_modules' && !entry.name.startsWith('.'))
      names.push({ name: entry.name, folder: entry.isDirectory() });
  for (const { name, folder } of names.toSorted((one, other) => (one.name < other.name ? -1 : 1)))
    if (folder) yield* pagesIn(join(path, name));
    else if (PAGES.test(name)) yield join(path, name);
}

async function findingsIn(file: string, severities: Severities): Promise<HtmlFinding[]> {
  try {
    const { size } = await stat(file);
    if (size > LARGEST) return [unread(`It is ${inBytes(size)}; a page is at most ${inBytes(LARGEST)}.`)];
    const folder = dirname(file);
    // Asked for often: one page names the same files again and again.
    const known = new Map<string, boolean>();
    const holds = (path: string) => {
      const there = known.get(path) ?? existsSync(join(folder, path));
      known.set(path, there);
      return there;
    };
    return checkHtml(decoded(await readFile(file)).text, { severities, holds });
  } catch (error) {
    return [unread(`It could not be read: ${error instanceof Error ? error.message : String(error)}.`)];
  }
}

const write = (text: string): Promise<void> | void =>
  text === '' || process.stdout.write(text)
    ? undefined
    : new Promise((done) => process.stdout.once('drain', done));

async function run(paths: string[], given: Given): Promise<number> {
  // A reader that has enough closes the pipe.
  process.stdout.on('error', () => process.exit(0));
  let stopped = false;
  try {
    const severities = given.rules === undefined ? {} : readSeverities(await readFile(given.rules, 'utf8'));
    for (const path of paths) await stat(path);
    const report = reportOf(given);
    await write(report.begins);
    for (const path of paths)
      for await (const file of pagesIn(path)) {
        const findings = await findingsIn(file, severities);
        stopped ||= findings.some(({ severity }) => severity === 'stop');
        await write(report.file(relative(process.cwd(), resolve(file)) || file, findings));
      }
    await write(report.ends);
  } catch (error) {
    console.error(error instanceof Error ? error.message : error);
    return 2;
  }
  return stopped ? 1 : 0;
}

/**
 * `placard check`: finds in any HTML files what Proof finds in pages, for people and for build servers. One file is read
 * at a time; nothing is kept of it.
 */
export const command = new Command('check')
  .argument('<paths...>', 'HTML files, and folders of them')
  .option('--json', 'one finding in a line, as JSON')
  .option('--sarif', 'a log for programs that show findings beside code (SARIF 2.1.0)')
  .option('--rules <file>', 'how grave rules are, as JSON: {"plain-http": "off", "alt-twice": "note"}')
  .addHelpText('after', '\nExits with 1 where anything is a stop, with 2 where it could not run.')
  .action(exitingWith(run));
