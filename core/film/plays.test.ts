import { describe, expect, it } from 'vitest';
import { whyMayNotPlay } from './plays.ts';

describe('a film or sound', () => {
  it.each([
    ['h264', 'yuv420p', 'aac'],
    ['h264', 'yuvj420p', ''],
    ['vp8', 'yuv420p', 'vorbis'],
    ['vp9', 'yuv420p', 'opus'],
    ['av1', 'yuv420p10le', 'opus'],
    ['', '', 'mp3'],
    ['', '', 'flac'],
    ['', '', 'pcm_s16le'],
  ])('of %s, %s and %s plays everywhere', (picture, pixels, sound) => {
    expect(whyMayNotPlay({ picture, pixels, sound })).toBe('');
  });

  it.each([
    ['hevc', 'yuv420p', 'aac', /picture is H\.265 \(HEVC\)/],
    ['mpeg4', 'yuv420p', 'mp3', /picture is MPEG-4 Part 2/],
    ['prores', 'yuv422p10le', 'pcm_s16le', /ProRes/],
    ['h264', 'yuv420p10le', 'aac', /more than eight bits/],
    ['h264', 'yuv422p', 'aac', /colour that is not halved/],
    ['h264', 'yuv420p', 'ac3', /sound is AC-3.*silent/],
    ['', '', 'alac', /It is Apple Lossless/],
    ['nobody_knows', '', '', /NOBODY KNOWS/],
  ])('of %s, %s and %s is said to play not everywhere', (picture, pixels, sound, says) => {
    expect(whyMayNotPlay({ picture, pixels, sound })).toMatch(says);
  });
});
