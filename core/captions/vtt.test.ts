import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCaptions, writeVtt } from './vtt.ts';

describe('captions', () => {
  it('are read from WebVTT, without notes, styles and settings', () => {
    const text =
      'WEBVTT - ours\n\nNOTE a remark\nover two lines\n\nSTYLE\n::cue{}\n\none\n00:01.000 --> 00:02.500 align:start\nThe tube.\nAnd more.\n';
    expect(readCaptions(text)).toMatchObject({
      cues: [{ start: 1, end: 2.5, text: 'The tube.\nAnd more.' }],
      mended: [],
    });
  });

  it('are read from SRT', () => {
    const text =
      '\ufeff1\r\n00:00:01,000 --> 00:00:02,500\r\nThe tube.\r\n\r\n2\r\n01:00:00,000 --> 01:00:01,000\r\nLater.\r\n';
    expect(readCaptions(text)).toMatchObject({
      cues: [
        { start: 1, end: 2.5, text: 'The tube.' },
        { start: 3600, end: 3601, text: 'Later.' },
      ],
    });
  });

  it.each([
    ['hello', 'no caption'],
    ['WEBVTT\n\n00:xx --> 00:02.000\nx', 'Line 3'],
  ])('that cannot be read say where: %j', (text, says) => {
    expect(readCaptions(text)).toMatchObject({ wrong: expect.stringContaining(says) as string });
  });

  it('that run backwards or stand for no time are mended, which is told, and lose nothing', () => {
    expect(
      readCaptions(
        'WEBVTT\n\n00:03.000 --> 00:02.000\none\n\n00:05.000 --> 00:05.000\ntwo\n\n00:07.000 --> 00:08.000\nthree',
      ),
    ).toEqual({
      cues: [
        { start: 2, end: 3, text: 'one' },
        { start: 5, end: 6, text: 'two' },
        { start: 7, end: 8, text: 'three' },
      ],
      mended: [
        'Line 3: the caption ended before it began. Its times were read the other way round.',
        'Line 6: the caption ended as it began. It stands for a second now.',
      ],
    });
  });

  it.each([
    ['<i>Look</i> <b>up</b>, <u>there</u>', '<i>Look</i> <b>up</b>, <u>there</u>'],
    ['<v Ilse Varga>Good evening', '<v Ilse Varga>Good evening'],
    ['<c.loud.late>Now</c>', '<c.loud.late>Now</c>'],
    ['<lang nl>Goedenavond</lang>', '<lang nl>Goedenavond</lang>'],
    ['<font color="#ff0">Yellow</font>', 'Yellow'],
    ['{\\an8}Above', 'Above'],
    ['<script>alert(1)</script>', 'alert(1)'],
    ['<img src=x onerror=alert(1)>', ''],
    ['<i onmouseover="x">a</i>', '<i onmouseover="x">a</i>'],
    ['<!-- note -->', ''],
    ['3 < 4 & 5 > 4', '3 &lt; 4 &amp; 5 > 4'],
    ['salt &amp; pepper &lt;3 &nope;', 'salt &amp; pepper &lt;3 &amp;nope;'],
    ['unfinished <b', 'unfinished &lt;b'],
    ['--<x>>', '→'],
    ['<<b>>', '&lt;<b>>'],
    ['00:01.000 --> 00:02.000', '00:01.000 → 00:02.000'],
  ])('of %j has only the marks of WebVTT', (words, text) => {
    expect(readCaptions(`WEBVTT\n\n00:01.000 --> 00:02.000\n${words}`)).toMatchObject({ cues: [{ text }] });
  });

  it('read twice are read as once, whatever stands in them', () => {
    const words = fc.oneof(
      fc.string({
        unit: fc.constantFrom('<', '>', '&', ';', 'b', '/', ' ', 'amp', '{\\an8}', '!', '-'),
        minLength: 1,
      }),
      fc.string({ minLength: 1 }),
    );
    fc.assert(
      fc.property(words, (some) => {
        const once = readCaptions(`WEBVTT\n\n00:01.000 --> 00:02.000\nx ${some.replace(/[\r\n]/g, ' ')}`);
        if ('wrong' in once) throw new Error(once.wrong);
        expect(readCaptions(writeVtt(once.cues))).toEqual(once);
        expect(once.cues[0]?.text).not.toMatch(/<(?!\/?(?:[biucv]|lang|ruby|rt)[.> \t])/);
      }),
      { numRuns: 500 },
    );
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
        expect(readCaptions(writeVtt(cues))).toEqual({ cues, mended: [] });
      }),
    );
  });
});
