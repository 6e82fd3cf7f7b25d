import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { loudnessIn, PEAKS_A_SECOND, readSound } from './sound.ts';

const folder = mkdtempSync(join(tmpdir(), 'placard-sounds-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function made(name: string, ...words: string[]): string {
  const path = join(folder, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...words, path]);
  return path;
}

describe('a sound', () => {
  it('is drawn as loud as it is, moment by moment, and measured', async () => {
    // A second of nothing, a second of a tone, a second half as loud.
    const path = made(
      'steps.wav',
      '-f',
      'lavfi',
      '-i',
      'aevalsrc=if(lt(t\\,1)\\,0\\,if(lt(t\\,2)\\,0.8\\,0.4))*sin(2*PI*440*t):s=48000:d=3',
    );
    const told: number[] = [];
    const { peaks, loudness } = await readSound(path, 'wav', (seconds) => told.push(seconds));
    expect(Math.abs(peaks.length - 3 * PEAKS_A_SECOND)).toBeLessThanOrEqual(2);
    const loud = (second: number) =>
      Math.max(...peaks.slice(second * PEAKS_A_SECOND + 5, (second + 1) * PEAKS_A_SECOND - 5));
    expect(loud(0)).toBe(0);
    expect(loud(1)).toBeGreaterThan(95);
    expect(loud(2) / loud(1)).toBeCloseTo(0.5, 1);
    expect(loudness?.integrated).toBeLessThan(-3);
    expect(loudness?.peak).toBeGreaterThan(-3);
    expect(told.at(-1)).toBeGreaterThan(2);
  });

  it('that is not there is silent', async () => {
    const path = made('mute.mp4', '-f', 'lavfi', '-i', 'testsrc2=size=160x90:rate=5:duration=1');
    expect((await readSound(path, 'mp4')).peaks).toHaveLength(0);
  });

  it('of a damaged file is refused in a sentence', async () => {
    const path = join(folder, 'broken.mp3');
    writeFileSync(path, Buffer.from('ID3 and nothing that follows'));
    const drawn = await readSound(path, 'mp3').catch((error: Error) => error.message);
    if (typeof drawn === 'string') expect(drawn).toMatch(/cannot be read/);
    else expect(drawn.peaks).toHaveLength(0);
  });

  it('is read out of what the filter says, and of nothing else', () => {
    const log =
      'x\nSummary:\n\n  Integrated loudness:\n    I:         -23.1 LUFS\n    Threshold: -33.5 LUFS\n\n  Loudness range:\n    LRA:         5.2 LU\n\n  True peak:\n    Peak:       -1.4 dBFS\n';
    expect(loudnessIn(log)).toEqual({ integrated: -23.1, range: 5.2, peak: -1.4 });
    expect(loudnessIn('Summary:\n I: -70.0 LUFS LRA: 0.0 LU Peak: -inf dBFS')).toBeNull();
    expect(loudnessIn('')).toBeNull();
  });
});
