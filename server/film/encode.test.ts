import { afterAll, describe, expect, it } from 'vitest';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { FilmRung } from '@placard/core/film';
import { encodeFilm, type Source } from './encode.ts';
import { isOpaque, movingFrames } from './frames.ts';
import { frameAt, readFilm, readStreams } from './probe.ts';
import { readSound } from './sound.ts';
import { writeFilm } from './write.ts';

const folder = mkdtempSync(join(tmpdir(), 'placard-encoding-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Makes a file with ffmpeg, named and written as its ending says. */
function made(name: string, ...words: string[]): string {
  const path = join(folder, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...words, path]);
  return path;
}
const lavfi = (what: string) => ['-f', 'lavfi', '-i', what];
const PLAIN = ['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'];
const H264: FilmRung = { width: 160, height: 90, coding: 'h264' };

async function encoded(source: Source, rung: FilmRung, tags: Record<string, string> = {}) {
  const film = await encodeFilm(source, rung, tags, () => {}, new AbortController().signal);
  const streams = await readStreams(film.path, film.extension);
  return { film, ...streams };
}
/** The red, green and blue of the middle of a film's first picture, 0 to 255. */
async function middle(path: string, extension: string, size: { width: number; height: number }) {
  const frame = await frameAt(path, { extension, ...size }, 0);
  const { data } = await sharp(frame ?? Buffer.of())
    .extract({ left: size.width / 2 - 2, top: size.height / 2 - 2, width: 4, height: 4 })
    .resize(1, 1)
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return [...data];
}

describe('a film encoded anew', () => {
  it('is H.264 that everything plays, begins before it is loaded whole, and carries our label alone', async () => {
    const path = made(
      'film.mp4',
      ...lavfi('testsrc=size=320x180:rate=25:duration=2'),
      ...lavfi('sine=duration=2'),
      ...PLAIN,
      '-c:a',
      'aac',
      '-metadata',
      'artist=Somebody Private',
    );
    const { film, picture, sound } = await encoded({ path, extension: 'mp4' }, H264, { title: 'Ours' });
    expect(film.codecs).toMatch(/^avc1\.6400[0-9a-f]{2},mp4a\.40\.2$/);
    expect(picture).toMatchObject({ codec_name: 'h264', pix_fmt: 'yuv420p', width: 160, height: 90 });
    expect(sound?.codec_name).toBe('aac');
    const told = execFileSync('exiftool', ['-a', '-G1', film.path], { encoding: 'utf8' });
    expect(told).toContain('Ours');
    expect(told).not.toContain('Somebody');
    // The table of what lies where comes before what lies there.
    const bytes = execFileSync('cat', [film.path]);
    expect(bytes.indexOf('moov')).toBeLessThan(bytes.indexOf('mdat'));
    await film.release();
  });

  it('is AV1 and Opus in a WebM, and says so', async () => {
    const path = made('short.mp4', ...lavfi('testsrc=size=320x180:rate=25:duration=1'), ...PLAIN);
    const { film, picture } = await encoded({ path, extension: 'mp4' }, { ...H264, coding: 'av1' });
    expect(picture?.codec_name).toBe('av1');
    expect(film.codecs).toMatch(/^av01\.0\.\d\dM\.08$/);
    expect(film.mime).toBe('video/webm');
    await film.release();
  });

  it.each([90, 180, 270])('that was recorded turned by %i degrees stands upright', async (degrees) => {
    const flat = made(
      `flat${degrees}.mp4`,
      ...lavfi('color=red:size=160x90:rate=10:duration=1'),
      '-vf',
      'drawbox=x=0:y=0:w=80:h=45:color=blue:t=fill',
      ...PLAIN,
    );
    const path = join(folder, `turned${degrees}.mp4`);
    execFileSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-i',
      flat,
      '-c',
      'copy',
      '-metadata:s:v',
      `rotate=${degrees}`,
      path,
    ]);
    const facts = await readFilm(path, 'mp4');
    const lying = degrees % 180 !== 0;
    expect([facts.width, facts.height]).toEqual(lying ? [90, 160] : [160, 90]);
    const rung: FilmRung = { width: facts.width, height: facts.height, coding: 'h264' };
    const { film, picture } = await encoded({ path, extension: 'mp4' }, rung);
    expect([picture?.width, picture?.height]).toEqual([facts.width, facts.height]);
    expect(picture?.side_data_list ?? []).toEqual([]);
    // The corner that was painted lies where a player of the turned one shows it.
    const shown = async (of: string) => {
      const frame = await frameAt(of, { extension: 'mp4', width: facts.width, height: facts.height }, 0);
      const small = await sharp(frame ?? Buffer.of())
        .removeAlpha()
        .resize(2, 2)
        .raw()
        .toBuffer();
      return [0, 1, 2, 3].findIndex((corner) => (small[corner * 3 + 2] ?? 0) > (small[corner * 3] ?? 0));
    };
    expect(await shown(film.path)).toBe(await shown(path));
    await film.release();
  });

  it('of a high range is mapped into what a usual screen shows', async () => {
    // A grey of 203 cd/m², the white of words by ITU-R BT.2408, in PQ: 58 % of the signal.
    const path = made(
      'hdr.mp4',
      ...lavfi('color=0x949494:size=160x90:rate=10:duration=1'),
      '-vf',
      'scale=out_color_matrix=bt2020:out_range=tv,format=yuv420p10le,setparams=color_primaries=bt2020:color_trc=smpte2084:colorspace=bt2020nc',
      '-c:v',
      'libx265',
      '-x265-params',
      'log-level=error:colorprim=bt2020:transfer=smpte2084:colormatrix=bt2020nc',
    );
    const { film, picture } = await encoded({ path, extension: 'mp4' }, H264);
    expect(picture).toMatchObject({ pix_fmt: 'yuv420p' });
    expect(picture?.color_transfer).not.toBe('smpte2084');
    const [red = 0, green = 0, blue = 0] = await middle(film.path, 'mp4', H264);
    // Brighter than the same numbers read as if they were of a usual screen, and still grey.
    expect(red).toBeGreaterThan(160);
    expect(Math.max(red, green, blue) - Math.min(red, green, blue)).toBeLessThan(12);
    await film.release();
  });

  it('tells how far it is, and ends when it is taken back', async () => {
    const path = made('long.mp4', ...lavfi('testsrc=size=640x360:rate=30:duration=60'), ...PLAIN);
    const stop = new AbortController();
    const told: number[] = [];
    const going = encodeFilm(
      { path, extension: 'mp4' },
      { width: 640, height: 360, coding: 'h264' },
      {},
      (seconds) => {
        told.push(seconds);
        stop.abort(new Error('taken back'));
      },
      stop.signal,
    );
    await expect(going).rejects.toThrow('taken back');
    expect(told.length).toBeGreaterThan(0);
  });

  it('that is damaged is refused in a sentence, and nothing is left', async () => {
    const path = join(folder, 'broken.mp4');
    writeFileSync(path, 'ftyp and nothing that follows');
    await expect(encoded({ path, extension: 'mp4' }, H264)).rejects.toThrow(/damaged/);
  });
});

describe('a moving picture', () => {
  const gif = (name: string, alpha: number) => {
    const frame = (colour: object) =>
      sharp({ create: { width: 80, height: 60, channels: 4, background: { ...colour, alpha } as never } })
        .raw()
        .toBuffer();
    return Promise.all([frame({ r: 255, g: 0, b: 0 }), frame({ r: 0, g: 0, b: 255 })]).then(
      async (frames) => {
        const path = join(folder, name);
        await sharp(Buffer.concat(frames), {
          raw: { width: 80, height: 120, channels: 4, pageHeight: 60 } as never,
        })
          .gif({ delay: [500, 1500], loop: 0 })
          .toFile(path);
        return path;
      },
    );
  };

  it('becomes a silent film in which each picture is shown as long as it was', async () => {
    const path = await gif('moving.gif', 1);
    expect(await isOpaque(path)).toBe(true);
    const moving = await movingFrames(path);
    expect(moving).toMatchObject({ width: 80, height: 60, seconds: 2, rate: 2 });
    const size = { width: 80, height: 60 };
    const { film, duration, sound } = await encoded(moving, { ...size, coding: 'h264' });
    expect(duration).toBeCloseTo(2, 1);
    expect(sound).toBeUndefined();
    const at = async (moment: number) => {
      const frame = await frameAt(film.path, { extension: 'mp4', ...size }, moment);
      const { dominant } = await sharp(frame ?? Buffer.of()).stats();
      return dominant.r > dominant.b ? 'red' : 'blue';
    };
    expect([await at(0), await at(0.5), await at(1.4)]).toEqual(['red', 'blue', 'blue']);
    await film.release();
  });

  it('that is seen through is known', async () => {
    expect(await isOpaque(await gif('through.gif', 0))).toBe(false);
  });
});

describe('a sound', () => {
  it('is made as loud as it is wanted, without a peak over what there is', async () => {
    const path = made(
      'soft.wav',
      ...lavfi('aevalsrc=0.05*sin(2*PI*440*t)+0.4*lt(mod(t\\,1)\\,0.002):s=48000:d=6'),
    );
    const before = (await readSound(path, 'wav')).loudness;
    const decibels = Math.round((-16 - (before?.integrated ?? 0)) * 10) / 10;
    expect(decibels).toBeGreaterThan(3);
    const written = await writeFilm(path, { kind: 'sound', extension: 'wav' }, {}, { decibels, held: true });
    const after = (await readSound(written.path, 'wav')).loudness;
    expect(Math.abs((after?.integrated ?? 0) + 16)).toBeLessThan(1.5);
    expect(after?.peak).toBeLessThanOrEqual(-0.5);
    await written.release();
  });
});
