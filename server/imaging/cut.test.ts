import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { convertHeic } from './heic.ts';
import { isCutOff } from './cut.ts';
import { readFilm } from '../film/probe.ts';

const folder = mkdtempSync(join(tmpdir(), 'placard-cut-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, bytes: Uint8Array) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};
const PICTURE = ['-f', 'lavfi', '-i', 'testsrc2=size=160x90:rate=10:duration=2'];
const SOUND = ['-f', 'lavfi', '-i', 'sine=duration=2'];
const H264 = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p'];

const made = (name: string, ...words: string[]): Buffer => {
  const path = join(folder, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...words, path]);
  return readFileSync(path);
};
const SECOND = fileURLToPath(new URL('../testing/files/second.heic', import.meta.url));

describe('a file that is cut off', () => {
  it.each<[string, () => Buffer]>([
    ['mp4', () => made('a.mp4', ...PICTURE, ...SOUND, ...H264, '-movflags', '+faststart')],
    ['mov', () => made('a.mov', ...PICTURE, ...H264)],
    ['m4a', () => made('a.m4a', ...SOUND)],
    ['webm', () => made('a.webm', ...PICTURE, '-c:v', 'libvpx', '-b:v', '200k')],
    ['wav', () => made('a.wav', ...SOUND)],
    ['ogg', () => made('a.ogg', ...SOUND)],
    ['mp3', () => made('a.mp3', ...SOUND)],
    ['heic', () => readFileSync(SECOND)],
  ])('is known by what it says of itself, and none that is whole: %s', async (extension, make) => {
    const whole = make();
    expect(await isCutOff(file(`whole.${extension}`, whole), extension)).toBe(false);
    for (const part of [0.5, 0.8, 0.97])
      expect([
        part,
        await isCutOff(
          file(`cut.${extension}`, whole.subarray(0, Math.floor(whole.length * part))),
          extension,
        ),
      ]).toEqual([part, true]);
  });

  it('of which nobody knows the length is left alone', async () => {
    // As it is sent while it is recorded.
    const live = execFileSync('ffmpeg', ['-v', 'error', ...PICTURE, '-c:v', 'libvpx', '-f', 'webm', '-']);
    expect(await isCutOff(file('live.webm', live), 'webm')).toBe(false);
    expect(await isCutOff(file('cut.webm', live.subarray(0, 5000)), 'webm')).toBe(false);
    expect(await isCutOff(file('a.flac', Buffer.alloc(100)), 'flac')).toBe(false);
  });

  it('says so as it comes in: a film is kept with a word, a picture is not', async () => {
    const film = made('b.mp4', ...PICTURE, ...H264, '-movflags', '+faststart');
    const cut = await readFilm(file('cut.mp4', film.subarray(0, Math.floor(film.length * 0.7))), 'mp4');
    expect(cut.note).toMatch(/cut off on its way/);
    expect((await readFilm(file('b2.mp4', film), 'mp4')).note).toBe('');
    const picture = readFileSync(SECOND);
    const half = file('half.heic', picture.subarray(0, Math.floor(picture.length * 0.9)));
    await expect(convertHeic(half)).rejects.toThrow(/ends too early/);
  });

  it('is looked for in anything without trouble', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.uint8Array({ maxLength: 200 }),
        fc.constantFrom('mp4', 'webm', 'wav', 'ogg', 'mp3', 'heic'),
        async (bytes, extension) => {
          expect(typeof (await isCutOff(file('any', bytes), extension))).toBe('boolean');
        },
      ),
    );
  });
});
