import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { HostFileSchema, OptionSchema, type HostFile, type Option } from './hostfile.ts';
import { asWeWant, embedAddress, fileFor, optionStands, readOption, withOption } from './options.ts';
import { fillPath, matchPath } from './pathpattern.ts';
import { inTime } from '../../text/index.ts';
import { readMoment, writeMoment } from './times.ts';

const file = v.parse(HostFileSchema, {
  format: 1,
  name: 'Lanternreel',
  hosts: ['lanternreel.example', '*.lanternreel.example'],
  addresses: [{ page: '/film/{id}', embed: '/player/{id}' }],
  options: [
    {
      id: 'others',
      says: 'Other people’s films at the end',
      kind: 'switch',
      query: 'others',
      off: 'none',
      usual: true,
      ours: false,
    },
    { id: 'start', says: 'Start at', kind: 'time', query: 'from', written: 'units' },
    { id: 'end', says: 'End at', kind: 'time', fragment: 'until', written: 'seconds' },
    {
      id: 'look',
      says: 'Look',
      kind: 'choice',
      query: 'look',
      values: [
        { value: 'day', says: 'light' },
        { value: 'night', says: 'dark' },
      ],
      usual: 'day',
    },
    {
      id: 'quiet',
      says: 'Privacy address',
      kind: 'switch',
      hosts: { on: 'quiet.lanternreel.example', off: 'lanternreel.example' },
      usual: false,
      ours: true,
    },
    {
      id: 'bare',
      says: 'Without controls',
      kind: 'switch',
      paths: { on: '/player/{id}/bare', off: '/player/{id}' },
      usual: false,
    },
    { id: 'language', says: 'Language', kind: 'language', query: 'speak' },
  ],
});
const option = (id: string): Option => file.options.find((one) => one.id === id)!;
const PLAYER = 'https://lanternreel.example/player/q7Zt';

describe('a host’s file', () => {
  const read = (changes: object) => {
    const { issues } = v.safeParse(HostFileSchema, {
      format: 1,
      name: 'X',
      hosts: ['x.example'],
      ...changes,
    });
    return issues?.map(({ message }) => message).join(' ') ?? 'taken';
  };
  const choice = (...values: string[]) => ({
    id: 'look',
    kind: 'choice',
    says: 'Look',
    values: values.map((value) => ({ value, says: value })),
    usual: values[0],
  });
  it.each([
    ['as it should be', { options: [{ ...choice('a', 'b'), query: 'look' }] }, /^taken$/],
    [
      'values that every object has',
      { options: [{ ...choice('a', 'constructor'), query: 'look' }] },
      /keep for themselves/,
    ],
    [
      'the same, without their paths',
      { options: [{ ...choice('a', 'toString'), paths: { a: '/a' } }] },
      /keep for themselves/,
    ],
    [
      'a value without its path',
      { options: [{ ...choice('a', 'b'), paths: { a: '/a' } }] },
      /needs its path/,
    ],
    [
      'two options of one id',
      { options: [choice('a', 'b'), choice('a', 'b')].map((one) => ({ ...one, query: 'q' })) },
      /id of its own/,
    ],
    ['a field that there is not', { nmae: 'X' }, /There is no field "nmae"/],
    [
      'such a field of an option',
      { options: [{ ...choice('a', 'b'), query: 'q', usaul: 'a' }] },
      /no field "usaul"/,
    ],
    [
      'an address that is the same for every page',
      { addresses: [{ page: '/film/{id}', embed: '/player' }] },
      /has a place in both/,
    ],
    [
      'an address of what the page does not say',
      { addresses: [{ page: '/film/{id}', embed: '/p/{of}' }] },
      /has a place in both/,
    ],
    [
      'a place that every object has',
      { addresses: [{ page: '/{__proto__}', embed: '/{__proto__}' }] },
      /keep for themselves/,
    ],
  ])('with %s', (_, changes, says) => expect(read(changes)).toMatch(says));

  it('never stops anything by its names, were they taken', () => {
    const odd = { ...choice('constructor', '__proto__'), paths: {} } as unknown as Option;
    expect(readOption(odd, 'https://x.example/a')).toBeNull();
    expect(withOption(odd, 'https://x.example/a', 'constructor')).toBe('https://x.example/a');
    expect(fillPath('/{constructor}', {})).toBeNull();
  });
});

describe('a host’s options', () => {
  it.each([
    ['others', false, `${PLAYER}?others=none`],
    ['others', true, PLAYER],
    ['start', 95, `${PLAYER}?from=1m35s`],
    ['start', null, PLAYER],
    ['end', 130, `${PLAYER}#until=130`],
    ['look', 'night', `${PLAYER}?look=night`],
    ['look', 'day', PLAYER],
    ['quiet', true, 'https://quiet.lanternreel.example/player/q7Zt'],
    ['bare', true, `${PLAYER}/bare`],
    ['language', 'cs', `${PLAYER}?speak=cs`],
  ])('%s set to %j is written %s, and read again', (id, set, address) => {
    expect(withOption(option(id), PLAYER, set)).toBe(address);
    expect(optionStands(option(id), address)).toBe(set);
  });

  it('hold in any order, and leave all else in the address alone', () => {
    const set = fc.constantFrom<[string, boolean | string | number][]>(
      ['others', false],
      ['others', true],
      ['start', 7],
      ['start', 3671],
      ['end', 61],
      ['look', 'night'],
      ['quiet', true],
      ['quiet', false],
      ['bare', true],
      ['language', 'sv'],
    );
    fc.assert(
      fc.property(fc.array(set, { maxLength: 8 }), (all) => {
        const start = `${PLAYER}?own=a%20b`;
        const address = all.reduce((so, [id, to]) => withOption(option(id), so, to), start);
        for (const [id, to] of new Map(all)) expect(optionStands(option(id), address)).toBe(to);
        expect(new URL(address).searchParams.get('own')).toBe('a b');
      }),
    );
  });

  it('are set as we want them where nobody has chosen, and never against what the address says', () => {
    expect(asWeWant(file, PLAYER)).toEqual({
      address: 'https://quiet.lanternreel.example/player/q7Zt?others=none',
      set: ['Other people’s films at the end', 'Privacy address'],
    });
    expect(asWeWant(file, `${PLAYER}?others=1`).address).toBe(
      'https://quiet.lanternreel.example/player/q7Zt?others=1',
    );
  });

  it('read nothing out of what they do not know', () => {
    expect(readOption(option('look'), `${PLAYER}?look=sepia`)).toBeNull();
    expect(readOption(option('start'), `${PLAYER}?from=soon`)).toBeNull();
    expect(optionStands(option('look'), `${PLAYER}?look=sepia`)).toBe('day');
  });

  it('tell where a page is embedded from', () => {
    expect(embedAddress(file, 'https://lanternreel.example/film/q7Zt?a=1')).toBe(
      'https://lanternreel.example/player/q7Zt?a=1',
    );
    expect(embedAddress(file, 'https://lanternreel.example/about')).toBeNull();
  });

  it('are those of the nearest file', () => {
    const near: Pick<HostFile, 'hosts'> = { hosts: ['quiet.lanternreel.example'] };
    expect(fileFor([file, near as HostFile], 'https://quiet.lanternreel.example/player/1')).toBe(near);
    expect(fileFor([file, near as HostFile], 'https://de.lanternreel.example/player/1')).toBe(file);
    expect(fileFor([file], 'https://notlanternreel.example/')).toBeUndefined();
    expect(fileFor([file], 'https://lanternreel.example:8443/')).toBeUndefined();
  });
});

describe('a file of a host', () => {
  const wrong = (change: object) => {
    const option = { id: 'a', says: 'A', kind: 'switch', query: 'a', usual: false, ...change };
    // What is undefined is left out: a file in JSON knows no such value.
    const read = v.safeParse(OptionSchema, JSON.parse(JSON.stringify(option)));
    return read.success ? null : read.issues[0].message;
  };
  it.each([
    [{}, null],
    [{ query: undefined }, /one place of the address/],
    [{ fragment: 'b' }, /one place of the address/],
    [{ query: undefined, paths: { on: '/a' } }, /needs its path/],
    [{ query: undefined, hosts: { on: 'a.example', off: 'b.example/x' } }, /not a host name/],
    [{ query: undefined, paths: { on: 'javascript:x', off: '/' } }, /begins with a slash/],
    [{ usual: true }, /able to say what is not usual/],
    [{ id: 'A b' }, /id is small letters/],
    [{ query: 'a b&' }, /name of letters/],
    [
      {
        kind: 'choice',
        values: [
          { value: 'x', says: 'x' },
          { value: 'y', says: 'y' },
        ],
        usual: 'z',
      },
      /among the values/,
    ],
    [{ kind: 'time', written: 'seconds', query: undefined, usual: undefined, paths: {} }, /few values/],
  ])('with %j says what is wrong', (change, says) => {
    if (says === null) expect(wrong(change)).toBeNull();
    else expect(wrong(change)).toMatch(says);
  });
});

describe('paths', () => {
  it.each([
    ['/film/{id}', '/film/7', { id: '7' }],
    ['/film/{id}', '/film/', null],
    ['/film/{id}', '/film/7/8', null],
    ['/u/{who}/*', '/u/wren/a/b', { who: 'wren', '*': 'a/b' }],
    ['/a', '/b', null],
  ])('%s and %s', (pattern, path, found) => {
    expect(matchPath(pattern, path)).toEqual(found);
    if (found) expect(fillPath(pattern, found as Record<string, string>)).toBe(path);
  });
});

describe('moments', () => {
  it.each([
    ['95', 95],
    ['1:35', 95],
    ['0:01:35', 95],
    ['1m35s', 95],
    ['1h2m3s', 3723],
    ['2m', 120],
    ['', null],
    ['soon', null],
    ['1:75', null],
    ['-3', null],
  ])('%j is %j seconds', (text, seconds) => {
    expect(readMoment(text)).toBe(seconds);
  });
  it('are read as they were written, each way', () => {
    fc.assert(
      fc.property(fc.nat(200_000), fc.constantFrom('seconds', 'clock', 'units'), (seconds, written) => {
        expect(readMoment(writeMoment(seconds, written as 'clock'))).toBe(seconds);
        expect(readMoment(inTime(seconds))).toBe(seconds);
      }),
    );
  });
});
