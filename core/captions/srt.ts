import type { Cue } from './vtt.ts';

/** What of WebVTT's marks programs that read SRT know. */
const KNOWN = /^<\/?[biu]>$/;

/** Writes cues as SRT: numbered, with commas in the times, and only weight, slant and underline kept of the marks. */
export function writeSrt(cues: readonly Cue[]): string {
  return cues
    .map(({ start, end, text }, at) => {
      const words = text
        .replace(/<[^<>]*>/g, (mark) => (KNOWN.test(mark) ? mark : ''))
        .replaceAll('&lt;', '<')
        .replaceAll('&gt;', '>')
        .replaceAll('&nbsp;', '\u00a0')
        .replaceAll('&amp;', '&');
      return `${at + 1}\n${time(start)} --> ${time(end)}\n${words}\n`;
    })
    .join('\n');
}

function time(seconds: number): string {
  const ms = Math.round(seconds * 1000);
  const two = (value: number) => String(value).padStart(2, '0');
  return `${two(Math.floor(ms / 3_600_000))}:${two(Math.floor(ms / 60_000) % 60)}:${two(Math.floor(ms / 1000) % 60)},${String(ms % 1000).padStart(3, '0')}`;
}
