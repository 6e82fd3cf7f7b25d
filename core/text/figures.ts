/** Bytes as people say them, by thousands (SI): 61 kB, 6.1 MB. */
export function inBytes(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  if (bytes < 999_500) return `${Math.round(bytes / 1000)} kB`;
  if (bytes < 999_950_000) return `${(bytes / 1e6).toFixed(1)} MB`;
  return `${(bytes / 1e9).toFixed(2)} GB`;
}

/** A number with its thousands marked: 12,400. */
export const inCount = (value: number): string => value.toLocaleString('en');

/** Pixels across and down: 4,000 × 3,000. */
export const inPixels = (width: number, height: number): string => `${inCount(width)} × ${inCount(height)}`;

/** “1 file”, “3 files”. */
export const plural = (count: number, one: string, many = `${one}s`): string =>
  `${inCount(count)} ${count === 1 ? one : many}`;

/** Seconds as 4:12, or 1:02:05. */
export function inTime(seconds: number): string {
  const whole = Math.round(seconds);
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  return h > 0
    ? `${h}:${String(m).padStart(2, '0')}:${String(s).padStart(2, '0')}`
    : `${m}:${String(s).padStart(2, '0')}`;
}
