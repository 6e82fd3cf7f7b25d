import { percentDecoded, plainLine } from '../text/index.ts';

const CAMERA_NAME =
  /^(_?[a-z]{2,4}_?\d{3,}([_-]\d+)*|p?\d{5,}|\d{6,8}[_-]\d{4,}|(img|image|photo|picture|scan|file|untitled|screenshot)[\s_-]*\d*([\s_-]\d+)*)$/i;

/** True when a name holds no words a person would use: camera numbers, stock numbers, `scan 3`. */
export function termless(name: string): boolean {
  const bare = name.replace(/\.[a-z0-9]{2,5}$/i, '').trim();
  return CAMERA_NAME.test(bare) || !/\p{L}{2}/u.test(bare);
}

/**
 * A title proposed from the words of a file name: `star-trails_over-dome (2).JPG` → `Star trails over dome`.
 * A camera's name gives an empty title, since a number is no name.
 */
export function titleFromFileName(fileName: string): string {
  const bare = fileName
    .replace(/^.*[/\\]/, '')
    .replace(/\.[a-z0-9]{2,5}$/i, '')
    .replace(/\(\d+\)|\bcopy\b|\b\d{3,5}x\d{3,5}\b/gi, ' ');
  if (termless(bare)) return '';
  const words = bare
    .replace(/([\p{Ll}\d])(\p{Lu})/gu, '$1 $2')
    .replace(/[_\-.+\s]+/g, ' ')
    .trim();
  return words === '' ? '' : `${words[0]?.toUpperCase()}${words.slice(1)}`.slice(0, 300);
}

/** The last part of a path or URL path as a file name: percent-decoded, without controls or slashes, at most 255 characters. */
export function plainFileName(path: string): string {
  const last = path.split('/').findLast((part) => part !== '') ?? '';
  // With a stray percent sign the name is taken as it stands.
  return plainLine(percentDecoded(last).replace(/[/\\]/g, ' '), 255);
}
