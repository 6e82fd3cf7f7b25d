/** Bytes as people say them: 61 kB, 6.1 MB. */
export function inBytes(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  if (bytes < 1_000_000) return `${Math.round(bytes / 1000)} kB`;
  if (bytes < 1_000_000_000) return `${(bytes / 1_000_000).toFixed(1)} MB`;
  return `${(bytes / 1_000_000_000).toFixed(2)} GB`;
}

export const inPixels = (width: number, height: number): string => `${inCount(width)} × ${inCount(height)}`;
export const inCount = (value: number): string => value.toLocaleString('en');

/** Seconds as 4:12, or 1:02:05. */
export function inTime(seconds: number): string {
  const whole = Math.round(seconds);
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  return h > 0
    ? `${h}:${String(m).padStart(2, '0')}:${String(s).padStart(2, '0')}`
    : `${m}:${String(s).padStart(2, '0')}`;
}

/** A moment as “12 s ago”, or its date once that says more. */
export function ago(moment: string, now = Date.now()): string {
  const seconds = Math.max(0, Math.round((now - Date.parse(moment)) / 1000));
  if (seconds < 5) return 'just now';
  if (seconds < 60) return `${seconds} s ago`;
  if (seconds < 3600) return `${Math.round(seconds / 60)} min ago`;
  if (seconds < 86_400) return `${Math.round(seconds / 3600)} h ago`;
  return new Date(moment).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
}

/** “1 file”, “3 files”. */
export const plural = (count: number, one: string, many = `${one}s`): string =>
  `${inCount(count)} ${count === 1 ? one : many}`;
