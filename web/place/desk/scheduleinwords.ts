import { showsOn, type Schedule } from '@placard/core/page';
import { writtenDay } from '@placard/core/text';

/** What is said on the desk of when something is shown. */
export function scheduleInWords(when: Schedule, day: string): string {
  const shows = showsOn(when, day);
  const whom = when.ours ? ' · our people' : '';
  if (shows === 'hidden') return `hidden${whom}`;
  if (shows === 'over') return `over since ${writtenDay(when.until ?? '')}${whom}`;
  if (when.from && when.from === when.until) return `on ${writtenDay(when.from)}${whom}`;
  const parts = [
    ...(when.from ? [`from ${writtenDay(when.from)}`] : []),
    ...(when.until ? [`until ${writtenDay(when.until)}`] : []),
  ];
  return [...parts, ...(when.ours ? ['our people'] : [])].join(' · ');
}
