import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCaptions, writeVtt } from './vtt.ts';

describe('captions', () => {
  it('are read from WebVTT, without notes, styles and settings', () => {
    const text =
      'WEBVTT - ours\n\nNOTE a remark\nover two lines\n\nSTYLE\n::cue{}\n\none\n00:01.000 --> 00:02.500 align:start\nThe tube.\nAnd more.\n';
    expect(readCaptions(text)).toEqual({ cues: [{ start: 1, end: 2.5, text: 'The tube.\nAnd more.' }] });
  });

  it('are read from SRT', () => {
    const text =
      '\ufeff1\r\n00:00:01,000 --> 00:00:02,500\r\nThe tube.\r\n\r\n2\r\n01:00:00,000 --> 01:00:01,000\r\nLater.\r\n';
    expect(readCaptions(text)).toEqual({
      cues: [
        { start: 1, end: 2.5, text: 'The tube.' },
        { start: 3600, end: 3601, text: 'Later.' },
      ],
    });
  });

  it.each([
    ['hello', 'no caption'],
    ['WEBVTT\n\n00:xx --> 00:02.000\nx', 'Line 3'],
    ['WEBVTT\n\n00:03.000 --> 00:02.000\nx', 'ends before it begins'],
  ])('that cannot be read say where: %j', (text, says) => {
    expect(readCaptions(text)).toMatchObject({ wrong: expect.stringContaining(says) as string });
  });

  it('written and read again are the same', () => {
    const cue = fc
      .tuple(
        fc.integer({ min: 0, max: 20_000_000 }),
        fc.integer({ min: 1, max: 90_000 }),
        fc.stringMatching(/^[A-Za-z][A-Za-z ,.]{0,40}$/),
      )
      .map(([start, length, text]) => ({
        start: start / 1000,
        end: (start + length) / 1000,
        text: text.trim(),
      }));
    fc.assert(
      fc.property(fc.array(cue, { minLength: 1, maxLength: 6 }), (cues) => {
        expect(readCaptions(writeVtt(cues))).toEqual({ cues });
      }),
    );
  });
});
