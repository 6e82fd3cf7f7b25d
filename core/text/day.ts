import { format, isValid, parse, parseISO } from 'date-fns';

/** True for a day as ISO 8601 writes it, 2026-11-24, that is in the calendar. */
export const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text));

/** Making one takes milliseconds, and a site asks in its own time zone again and again. */
const daysOf = new Map<string, Intl.DateTimeFormat>();
const MOST_ZONES = 20;

function dayFormat(timeZone: string): Intl.DateTimeFormat {
  const known = daysOf.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  });
  if (daysOf.size >= MOST_ZONES) daysOf.clear();
  daysOf.set(timeZone, made);
  return made;
}

/** The day that it is at a moment where the clocks of an IANA time zone are kept, as ISO 8601. Throws RangeError. */
export function dayIn(timeZone: string, moment: Date): string {
  const parts = dayFormat(timeZone).formatToParts(moment);
  const part = (type: string) => parts.find((one) => one.type === type)?.value ?? '';
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`;
}

/** True for the name of a time zone that IANA's list has, like Europe/Vienna or UTC. */
export function isTimeZone(name: string): boolean {
  // An offset would be none of the list: it does not know of summer.
  if (!/^[A-Za-z]/.test(name)) return false;
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

/** A day of ISO 8601 as people write it: 24 Nov 2026, or 24 November 2026. Anything else stays as it is. */
export const writtenDay = (day: string, months: 'short' | 'long' = 'short'): string =>
  isDay(day) ? format(parseISO(day), months === 'short' ? 'd MMM yyyy' : 'd MMMM yyyy') : day;

/** How people write days; where only digits stand, the day comes before the month. */
const WAYS = [
  'yyyy-MM-dd',
  'd.M.yyyy',
  'd/M/yyyy',
  'd-M-yyyy',
  'd MMM yyyy',
  'd MMMM yyyy',
  'd. MMMM yyyy',
  'do MMMM yyyy',
  'MMM d, yyyy',
  'MMMM d, yyyy',
];

/** A day as somebody wrote it, as ISO 8601; null for what is none, or is in no calendar. */
export function readDay(text: string): string | null {
  const plain = text.trim().replace(/\s+/g, ' ').slice(0, 40);
  for (const way of WAYS) {
    const read = parse(plain, way, new Date(2000, 0, 1));
    if (isValid(read) && read.getFullYear() > 999) return format(read, 'yyyy-MM-dd');
  }
  return null;
}
