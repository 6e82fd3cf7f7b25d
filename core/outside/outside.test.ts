import { cpuUsage } from 'node:process';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nextLook } from './nextlook.ts';
import { mayFetch } from './robots.ts';
import { seenOf, type Answered, type OutsideKind } from './seen.ts';

const FILM = 'https://lanternreel.example/film/7';
const well: Answered = {
  status: 200,
  address: FILM,
  forGood: false,
  trouble: null,
  mayFrame: null,
  hasAnchor: null,
};

describe('an address outside', () => {
  it.each<[string, OutsideKind, Partial<Answered>, string, string]>([
    ['is there', 'link', {}, 'works', ''],
    ['was led on for a time', 'link', { address: 'https://b.example/x' }, 'works', ''],
    ['has moved', 'link', { address: 'https://b.example/x', forGood: true }, 'moved', 'https://b.example/x'],
    [
      'leads to the front door',
      'link',
      { address: 'https://lanternreel.example/', forGood: true },
      'gone',
      '',
    ],
    ['is gone', 'card', { status: 404 }, 'gone', ''],
    ['was taken away', 'frame', { status: 410 }, 'gone', ''],
    ['wants a sign-in', 'link', { status: 401 }, 'works', ''],
    ['answers no programs', 'link', { status: 403 }, 'works', ''],
    ['is unwell', 'link', { status: 503 }, 'silent', ''],
    ['is asked too often', 'link', { status: 429 }, 'silent', ''],
    ['does not answer', 'link', { status: 0, trouble: 'silent' }, 'silent', ''],
    ['has no host any more', 'link', { status: 0, trouble: 'unknown-host' }, 'gone', ''],
    ['has no certificate that holds', 'frame', { status: 0, trouble: 'certificate' }, 'certificate', ''],
    ['refuses to be framed', 'frame', { mayFrame: false }, 'refuses', ''],
    ['refuses to be framed, and is only linked to', 'link', { mayFrame: false }, 'works', ''],
    ['has lost its place', 'link', { hasAnchor: false }, 'anchor', ''],
  ])('that %s', (_, kind, answered, state, leadsTo) => {
    const seen = seenOf(FILM, kind, { ...well, ...answered });
    expect([seen.state, seen.leadsTo]).toEqual([state, leadsTo]);
    expect(seen.says === '').toBe(state === 'works');
  });

  it('keeps the place in it that a link leads to when it moves', () => {
    expect(
      seenOf(`${FILM}#part-2`, 'link', { ...well, address: 'https://b.example/x', forGood: true }).leadsTo,
    ).toBe('https://b.example/x#part-2');
  });

  it('is looked at once a day, at its own time of the day, and later each time it says nothing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }),
        fc.nat(86_400_000),
        (share, ms) => {
          const now = new Date(Date.UTC(2026, 10, 27) + ms);
          const next = nextLook(now, 'works', 0, share).getTime() - now.getTime();
          expect(next).toBeGreaterThanOrEqual(43_200_000);
          expect(next).toBeLessThanOrEqual(129_600_000);
          expect(
            nextLook(new Date(now.getTime() + next), 'works', 0, share).getTime() - now.getTime() - next,
          ).toBeCloseTo(86_400_000, -1);
          const rest = (failures: number) => nextLook(now, 'silent', failures, share).getTime();
          expect(rest(3)).toBeGreaterThan(rest(1));
          expect(rest(30) - now.getTime()).toBeLessThanOrEqual(9 * 86_400_000);
        },
      ),
    );
  });
});

describe('robots.txt', () => {
  const text = `# ours\nUser-agent: placard\nUser-agent: other\nDisallow: /private\nAllow: /private/open$\n\nUser-Agent: *\nDisallow: /\n`;
  it.each([
    [text, 'placard', '/film/1', true],
    [text, 'Placard', '/private/x', false],
    [text, 'placard', '/private/open', true],
    [text, 'placard', '/private/opened', false],
    [text, 'somebody', '/film/1', false],
    [text, 'somebody', '/robots.txt', true],
    ['', 'placard', '/x', true],
    ['User-agent: *\nDisallow:\n', 'placard', '/x', true],
    ['User-agent: *\nDisallow: /*.pdf$\n', 'placard', '/a/b.pdf', false],
    ['User-agent: *\nDisallow: /*.pdf$\n', 'placard', '/a/b.pdf?x', true],
    ['User-agent: *\nDisallow: /a\nAllow: /a\n', 'placard', '/a', true],
    ['User-agent: *\r\nDisallow: /q?*secret=\r\n', 'placard', '/q?x=1&secret=2', false],
    ['<!doctype html><p>Not found: here', 'placard', '/x', true],
  ])('%j lets %s fetch %s: %s', (robots, agent, path, may) => {
    expect(mayFetch(robots, agent, `https://a.example${path}`)).toBe(may);
  });
  it('is read in time, whatever stands in it', () => {
    const from = cpuUsage();
    mayFetch(
      `User-agent: *\nDisallow: /${'*a'.repeat(2000)}$\n`,
      'placard',
      `https://a.example/${'a'.repeat(4000)}b`,
    );
    // Of the processor's time, in microseconds.
    expect(cpuUsage(from).user).toBeLessThan(1_500_000);
  });
});
