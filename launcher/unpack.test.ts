import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';

function placardUnpack(input: string, ...words: string[]) {
  const { stdout, status } = spawnSync(
    new URL('../placard', import.meta.url).pathname,
    ['unpack', ...words],
    {
      input,
      encoding: 'utf8',
    },
  );
  return {
    status,
    lines: stdout
      .trim()
      .split('\n')
      .map(
        (line) =>
          JSON.parse(line) as {
            html: string;
            choices: { kind: string; html: string; why: string }[];
            findings: { rule: string }[];
          },
      ),
  };
}

describe('placard unpack', () => {
  it('writes JSON and exits 0', () => {
    const { status, lines } = placardUnpack('<iframe src="https://a.example/" title="t"></iframe>');
    expect(status).toBe(0);
    expect(Object.keys(lines[0] ?? {})).toEqual([
      'form',
      'html',
      'choices',
      'dropped',
      'origins',
      'csp',
      'findings',
    ]);
    expect(lines[0]?.html).toContain('https://a.example/');
  });

  it('tells every choice, best first; the first is what html says', () => {
    const { lines } = placardUnpack(
      '<blockquote><p>Bring gloves tonight, and a hat.</p>— Wren <a href="https://flockline.example/1">here</a></blockquote><script src="https://flockline.example/w.js"></script>',
    );
    expect(lines[0]?.choices.map(({ kind }) => kind)).toEqual(['quotation', 'box', 'card']);
    expect(lines[0]?.choices[0]?.html).toBe(lines[0]?.html);
  });

  it('exits 2 with the same shape when nothing can be embedded', () => {
    const { status, lines } = placardUnpack('<script>x</script>');
    expect(status).toBe(2);
    expect(lines[0]).toMatchObject({ html: '', origins: [], csp: {}, dropped: [{ what: '<script>' }] });
  });

  it('--lines answers every line, good or bad', () => {
    const input = [
      JSON.stringify('<iframe src="https://a.example/" title="t">'),
      'not json',
      '7',
      '',
      JSON.stringify('nothing'),
    ].join('\n');
    const { status, lines } = placardUnpack(`${input}\n`, '--lines');
    expect(status).toBe(0);
    expect(lines).toHaveLength(5);
    expect(lines.map(({ html }) => html !== '')).toEqual([true, false, false, false, false]);
    expect(lines.slice(1, 4).map(({ findings }) => findings[0]?.rule)).toEqual([
      'line-unreadable',
      'line-unreadable',
      'line-unreadable',
    ]);
  });
});
