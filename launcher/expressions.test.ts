import { parseSync } from 'oxc-parser';
import { checkSync } from 'recheck';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** The sums of those that were found safe; whoever judges new ones without a gate round them writes them down. */
const SAFE = fileURLToPath(new URL('./expressions.safe.txt', import.meta.url));
const sumOf = ({ source, flags }: Pick<Expression, 'source' | 'flags'>) =>
  createHash('sha256').update(`${flags} ${source}`).digest('hex').slice(0, 16);

interface Expression {
  source: string;
  flags: string;
  /** Where it stands, `file:line`. */
  where: string;
}

/** Every regular expression that stands in a file of ours, tests apart. */
function expressionsIn(file: string): Expression[] {
  const text = readFileSync(`${ROOT}${file}`, 'utf8');
  const found: Expression[] = [];
  const look = (node: unknown): void => {
    if (typeof node !== 'object' || node === null) return;
    if ('regex' in node && 'start' in node) {
      const { pattern, flags } = node.regex as { pattern: string; flags: string };
      const line = text.slice(0, Number(node.start)).split('\n').length;
      found.push({ source: pattern, flags, where: `${file}:${line}` });
    }
    for (const inner of Object.values(node)) look(inner);
  };
  look(parseSync(file, text).program);
  return found;
}

const sources = ['core', 'server', 'web', 'launcher', 'standins', 'demo'].flatMap((folder) =>
  readdirSync(`${ROOT}${folder}`, { recursive: true, encoding: 'utf8' })
    .filter(
      (file) =>
        /\.(ts|tsx|mjs)$/.test(file) &&
        !/\.test\.tsx?$/.test(file) &&
        !/(^|\/)(node_modules|dist|migrations)\//.test(file),
    )
    .map((file) => `${folder}/${file}`),
);
const expressions = sources.flatMap(expressionsIn);

describe('regular expressions', () => {
  it('are found', () => expect(expressions.length).toBeGreaterThan(100));

  it('take time in proportion to what they read, whoever wrote it', () => {
    // Judging one can take seconds: those found safe before are written down, and judged anew where they change.
    const known = new Set(readFileSync(SAFE, 'utf8').split('\n'));
    const slow = expressions.flatMap(({ source, flags, where }) => {
      if (known.has(sumOf({ source, flags }))) return [];
      const found = checkSync(source, flags, { timeout: 100_000 });
      if (found.status === 'safe') return [];
      const how = found.status === 'vulnerable' ? found.complexity.summary : 'could not be judged';
      return [`${where} /${source}/${flags}: ${how}`];
    });
    expect(slow).toEqual([]);
    const safe = [...new Set(expressions.map(sumOf))].toSorted();
    if (!process.env['CI']) writeFileSync(SAFE, `${safe.join('\n')}\n`);
  });

  it('are written down, never put together from foreign text', () => {
    const made = sources.filter((file) => /\bRegExp\(/.test(readFileSync(`${ROOT}${file}`, 'utf8')));
    expect(made).toEqual([]);
  });
});
