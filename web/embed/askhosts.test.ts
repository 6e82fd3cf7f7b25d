import { QueryClient } from '@tanstack/react-query';
import { describe, expect, it, vi } from 'vitest';
import type { FramingAnswer, UnpackAnswer } from '@placard/core/contract';
import { unpack } from '@placard/core/embed';
import { call } from '../kit/api.ts';
import { addressToAsk, askHosts, refusedLast } from './askhosts.ts';

vi.mock('../kit/api.ts', () => ({ call: vi.fn() }));

const ONE = 'https://maps.example/pane';
const answerOf = (code: string): UnpackAnswer => ({ unpacked: unpack(code), hosts: [] });
const framed = answerOf(`<iframe src="${ONE}" title="A map"></iframe>`);
const kinds = ({ unpacked }: UnpackAnswer) => unpacked.choices.map(({ kind }) => kind);
const said = (answer: Partial<FramingAnswer>) =>
  new Map([[ONE, { may: false, answered: true, says: 'Asked: no.', wants: [], ...answer }]]);

describe('what comes of a code once its hosts were asked', () => {
  it('is a link card first where a host refuses to be framed, and why is said; the frame can be chosen', () => {
    expect(kinds(framed)).toEqual(['frame', 'card']);
    const asked = refusedLast(framed, said({}));
    expect(kinds(asked)).toEqual(['card', 'frame']);
    expect(asked.asked?.says).toEqual(['Asked: no.']);
  });

  it('is as it was where the host lets it, is silent, or was not asked', () => {
    for (const framings of [
      said({ may: true }),
      said({ answered: false }),
      new Map([[ONE, null]]),
      new Map(),
    ])
      expect(refusedLast(framed, framings)).toBe(framed);
  });

  it('says nothing of the frame where the card goes before it', () => {
    const wide = answerOf(`<iframe src="${ONE}" width="640" height="360"></iframe>`);
    expect(wide.unpacked.findings.some(({ severity }) => severity !== 'stop')).toBe(true);
    expect(refusedLast(wide, said({})).unpacked.findings).toEqual([]);
  });

  it('knows of the others still, where the first of several addresses was asked about', async () => {
    vi.mocked(call).mockResolvedValue(framed);
    const several = answerOf(`${ONE} https://maps.example/two`);
    const asked = await askHosts(new QueryClient(), several);
    expect(kinds(asked)).toEqual(['frame', 'card']);
    expect(asked.unpacked.parts).toEqual([ONE, 'https://maps.example/two']);
  });

  it('asks the host of an address, and of nothing else', () => {
    expect(addressToAsk(answerOf('https://maps.example/map'))).toBe('https://maps.example/map');
    expect(addressToAsk(framed)).toBeNull();
  });
});
