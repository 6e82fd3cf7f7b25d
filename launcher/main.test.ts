import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';

const placard = (...words: string[]) => {
  const { stdout, stderr, status } = spawnSync(new URL('../placard', import.meta.url).pathname, words, {
    encoding: 'utf8',
    input: '',
  });
  return { status, says: stdout + stderr };
};

describe('placard', () => {
  const commands = ['demo', 'dev', 'test', 'serve', 'bench', 'prep', 'tidy', 'unpack'];

  it('lists its commands', () => {
    const { status, says } = placard('--help');
    expect(status).toBe(0);
    for (const name of commands)
      expect(says.split('\n').some((line) => line.startsWith(`  ${name} `))).toBe(true);
  });

  it.each([...commands.map((name) => [name, '--help']), ['help', 'demo']])(
    '%s %s says what it takes, and does nothing',
    (...words) => {
      const { status, says } = placard(...words);
      expect(status).toBe(0);
      expect(says).toContain(`Usage: placard ${words.find((word) => commands.includes(word))}`);
    },
  );

  it.each([
    [['sing'], /unknown command 'sing'/],
    [['test', '--changed', '--only', 'unit'], /cannot be used with/],
    [['unpack', '--all'], /unknown option '--all'/],
    [['demo', '--port', 'seven'], /whole number from 1 to 65516/],
    [['bench', 'no-such'], /There are: .*unpack/],
  ])('%j is an error that says why', (words, says) => {
    const answer = placard(...words);
    expect(answer.status).toBe(1);
    expect(answer.says).toMatch(says);
  });
});
