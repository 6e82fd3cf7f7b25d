import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, it } from 'vitest';

const folder = mkdtempSync(join(tmpdir(), 'placard-check-'));
afterAll(() => rmSync(folder, { recursive: true }));
const put = (name: string, text: string | Buffer) => {
  mkdirSync(join(folder, name, '..'), { recursive: true });
  writeFileSync(join(folder, name), text);
};
put('clean/visit.html', '<h2>Visit</h2><p><a href="night.htm#late">When we open</a></p>');
put('clean/night.htm', '<p id="late">At 19:30.</p>');
put('faulty/one.html', '<p>Words</p>\n<p><img src="gone.jpg" alt="A red dome" width="2" height="1"></p>\n');
put('faulty/deep/two.html', '<a href="http://a.example/">Elsewhere</a>');
put('faulty/notes.txt', '<img>');
put('odd/huge.html', '');
truncateSync(join(folder, 'odd/huge.html'), 30_000_000);
put('odd/latin.html', Buffer.from('<p>M\xfcnchen</p><img alt="a\xdf">', 'latin1'));
put('odd/binary.html', Buffer.from([0, 1, 2, 255, 254, 60, 105, 109, 103, 62]));
put('rules.json', '{"plain-http": "stop", "file-broken": "off"}');
put('wrong.json', '{"no-such": "stop"}');
symlinkSync('.', join(folder, 'odd/round'));

function check(...words: string[]) {
  const { stdout, stderr, status } = spawnSync(
    new URL('../placard', import.meta.url).pathname,
    ['check', ...words],
    { cwd: folder, encoding: 'utf8' },
  );
  return { stdout, stderr, status, lines: stdout.split('\n').filter(Boolean) };
}

it('says nothing of what is well made, and exits with 0', () => {
  expect(check('clean')).toMatchObject({ stdout: '', status: 0 });
});

it('says what it finds, where, how grave it is and what helps, in order; a stop exits with 1', () => {
  const { lines, status } = check('faulty');
  expect(lines).toEqual([
    'faulty/deep/two.html:1:1 warn plain-http A link leads to “a.example” over plain http. Ask for it over https, where it is there.',
    'faulty/one.html:2:4 stop file-broken “gone.jpg” is not there: “gone.jpg”. Put it there, or let it lead to what is.',
  ]);
  expect(status).toBe(1);
});

it('writes one finding in a line as JSON, or a whole log', () => {
  const [first] = check('faulty', '--json').lines;
  expect(Object.keys(JSON.parse(first ?? '{}') as object)).toEqual([
    'file',
    'line',
    'column',
    'rule',
    'severity',
    'says',
    'remedy',
  ]);
  const log = JSON.parse(check('faulty', 'clean', '--sarif').stdout) as {
    runs: { results: { ruleId: string }[] }[];
  };
  expect(log.runs[0]?.results.map(({ ruleId }) => ruleId)).toEqual(['plain-http', 'file-broken']);
});

it('finds as gravely as it is told', () => {
  const { lines, status } = check('faulty', '--rules', 'rules.json');
  expect(lines.map((line) => line.split(' ')[1])).toEqual(['stop']);
  expect(status).toBe(1);
});

it('is stopped by no file, however large or broken, and goes round in no circle', () => {
  const { lines, status } = check('odd', '--json');
  const said = lines.map((line) => JSON.parse(line) as { file: string; rule: string });
  expect(said.filter(({ file }) => file === 'odd/huge.html').map(({ rule }) => rule)).toEqual(['not-read']);
  expect(said.filter(({ file }) => file === 'odd/latin.html').map(({ rule }) => rule)).toEqual([
    'size-missing',
  ]);
  expect(said.some(({ file, rule }) => file === 'odd/binary.html' && rule === 'alt-missing')).toBe(true);
  expect(status).toBe(1);
});

it.each([
  ['a path that is not there', ['nowhere'], /nowhere/],
  ['a rule that does not exist', ['clean', '--rules', 'wrong.json'], /no rule called no-such/],
  ['rules that are none', ['clean', '--rules', 'clean/visit.html'], /JSON/],
])('exits with 2 for %s, and says so', (_what, words, says) => {
  const { status, stderr } = check(...words);
  expect(status).toBe(2);
  expect(stderr).toMatch(says);
});
