import { createInterface } from 'node:readline';
import { Command } from 'commander';
import { unpack, type Unpacked } from '@placard/core/embed';
import { exitingWith } from './exit.ts';

/** The parts of an unpacking that the command line shows. */
function shown({ form, html, choices, dropped, origins, csp, findings }: Unpacked): string {
  const said = choices.map(({ kind, html: code, why }) => ({ kind, html: code, why }));
  return JSON.stringify({ form, html, choices: said, dropped, origins, csp, findings });
}

function badLine(says: string): string {
  const finding = {
    rule: 'line-unreadable',
    severity: 'stop',
    says,
    remedy: 'Write each code as one JSON string on a line of its own.',
  };
  return JSON.stringify({
    form: '',
    html: '',
    choices: [],
    dropped: [],
    origins: [],
    csp: {},
    findings: [finding],
  });
}

async function run({ lines = false }: { lines?: boolean }): Promise<number> {
  return lines ? unpackLines() : unpackWhole();
}

async function unpackWhole(): Promise<number> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  const unpacked = unpack(Buffer.concat(chunks).toString('utf8'));
  process.stdout.write(`${shown(unpacked)}\n`);
  return unpacked.html === '' ? 2 : 0;
}

async function unpackLines(): Promise<number> {
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    if (!process.stdout.write(`${unpackLine(line)}\n`))
      await new Promise((resolve) => process.stdout.once('drain', resolve));
  }
  return 0;
}

function unpackLine(line: string): string {
  let code: unknown;
  try {
    code = JSON.parse(line);
  } catch {
    return badLine('This line is not JSON.');
  }
  return typeof code === 'string' ? shown(unpack(code)) : badLine('This line is JSON, but not a string.');
}

/**
 * `placard unpack`: embed code in, JSON out; exit 0, or 2 when nothing can be embedded.
 * `--lines`: one JSON string in a line, one result in a line, whatever the line holds; exit 0.
 */
export const command = new Command('unpack')
  .option('--lines', 'one JSON string in a line, one result in a line')
  .addHelpText('after', '\nExits with 2 when nothing can be embedded.')
  .action(exitingWith(run));
