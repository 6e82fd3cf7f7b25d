/** One cue of a captions track; times in seconds. */
export interface Cue {
  start: number;
  end: number;
  text: string;
}

/** Cues, with what had to be mended in them; or what is wrong with the text. Each in a sentence that names the line. */
export type ReadCaptions = { cues: Cue[]; mended: string[] } | { wrong: string };

/** How long one stands that ends as it begins, in seconds. */
const LEAST = 1;

const TIME = /^(?:(\d{2,}):)?([0-5]\d):([0-5]\d)[.,](\d{3})$/;

/** Reads captions: WebVTT, or SRT, which differs only in its commas and its missing first line. */
export function readCaptions(text: string): ReadCaptions {
  const lines = text.replace(/^\ufeff/, '').split(/\r\n|\r|\n/);
  const isVtt = /^WEBVTT([ \t]|$)/.test(lines[0] ?? '');
  const cues: Cue[] = [];
  const mended: string[] = [];
  let index = isVtt ? 1 : 0;
  while (index < lines.length) {
    const line = lines[index] ?? '';
    if (!line.includes('-->')) {
      if (/^(NOTE|STYLE|REGION)\b/.test(line)) while ((lines[index] ?? '').trim() !== '') index++;
      index++;
      continue;
    }
    const [from = '', rest = ''] = line.split('-->');
    const start = readTime(from.trim());
    const end = readTime(rest.trim().split(/\s+/)[0] ?? '');
    if (start === undefined || end === undefined)
      return { wrong: `Line ${index + 1} has a time that cannot be read: “${line.trim()}”.` };
    if (end < start)
      mended.push(
        `Line ${index + 1}: the caption ended before it began. Its times were read the other way round.`,
      );
    if (end === start)
      mended.push(`Line ${index + 1}: the caption ended as it began. It stands for a second now.`);
    const words: string[] = [];
    for (index++; index < lines.length && (lines[index] ?? '').trim() !== ''; index++)
      words.push(lines[index] ?? '');
    cues.push({
      start: Math.min(start, end),
      end: end === start ? end + LEAST : Math.max(start, end),
      text: cueText(words.join('\n')),
    });
  }
  return cues.length > 0
    ? { cues, mended }
    : {
        wrong:
          'There is no caption in this text. It needs lines like 00:01.000 --> 00:04.000 with words under them.',
      };
}

/** What WebVTT marks in a cue, with its class or language; other tags are SRT's, or nobody's. */
const MARK = /^<\/?(?:[biu]|c|v|lang|ruby|rt)(?:\.[\w-]+)*(?:[ \t][^<>]*)?>$/;
const BARE = /&(?!(?:amp|lt|gt|nbsp|lrm|rlm|#\d{1,7}|#x[\da-f]{1,6});)/gi;

/** The words of a cue as WebVTT writes them (W3C, cue text): its own marks, everything else as characters. */
function cueText(words: string): string {
  return words
    .replace(BARE, '&amp;')
    .replace(/<\/?[a-z!][^<>]*>|</gi, (found) => (found === '<' ? '&lt;' : MARK.test(found) ? found : ''))
    .replace(/\{\\an?\d\}/g, '')
    .replaceAll('-->', '→');
}

function readTime(text: string): number | undefined {
  const match = TIME.exec(text);
  if (!match) return undefined;
  const seconds = Number(match[1] ?? 0) * 3600 + Number(match[2]) * 60 + Number(match[3]);
  return (seconds * 1000 + Number(match[4])) / 1000;
}

/** Writes cues as WebVTT (W3C). */
export function writeVtt(cues: readonly Cue[]): string {
  return `WEBVTT\n\n${cues.map(({ start, end, text }) => `${writeTime(start)} --> ${writeTime(end)}\n${text}\n`).join('\n')}`;
}

function writeTime(seconds: number): string {
  const ms = Math.round(seconds * 1000);
  const two = (value: number) => String(value).padStart(2, '0');
  return `${two(Math.floor(ms / 3_600_000))}:${two(Math.floor(ms / 60_000) % 60)}:${two(Math.floor(ms / 1000) % 60)}.${String(ms % 1000).padStart(3, '0')}`;
}
