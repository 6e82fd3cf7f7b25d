import { inTime } from '../../text/index.ts';
import type { TIMES } from './hostfile.ts';

/** Reads a moment as people and addresses write it, `95`, `1:35`, `0:01:35` or `1m35s`, in seconds; null for anything else. */
export function readMoment(text: string): number | null {
  const bare = text.trim().toLowerCase();
  const clock = /^(?:(\d{1,3}):)?(\d{1,3}):([0-5]?\d)$/.exec(bare);
  if (clock) return Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3]);
  const units = /^(?:(\d{1,3})h)?(?:(\d{1,4})m)?(?:(\d{1,6})s?)?$/.exec(bare);
  if (!units || bare === '') return null;
  return Number(units[1] ?? 0) * 3600 + Number(units[2] ?? 0) * 60 + Number(units[3] ?? 0);
}

/** A moment as a host writes it. */
export function writeMoment(seconds: number, written: (typeof TIMES)[number]): string {
  if (written === 'seconds') return String(seconds);
  if (written === 'clock') return inTime(seconds);
  const [hours, minutes, rest] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  return `${hours > 0 ? `${hours}h` : ''}${hours > 0 || minutes > 0 ? `${minutes}m` : ''}${rest}s`;
}
