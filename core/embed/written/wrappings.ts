import { withBrackets } from '../../text/index.ts';

/**
 * What programs and people wrap code in when they pass it on, one thing each: the code without it, or null where it is
 * not wrapped so.
 */
export interface Wrapping {
  /** What it looks like, as it is told. */
  what: string;
  why: string;
  taken: (code: string) => string | null;
}

/** The fence that is put round code in notes (CommonMark, 4.5), or the single marks of code in a line. */
const fence: Wrapping = {
  what: '```',
  why: 'the marks that notes put round code; they are no part of it',
  taken: (code) => {
    const lines = code.split('\n');
    const isFence = (line: string) => /^ {0,3}(?:```|~~~)/.test(line);
    if (lines.some(isFence)) return lines.filter((line) => !isFence(line)).join('\n');
    const bare = code.trim();
    return bare.length > 2 && bare.startsWith('`') && bare.endsWith('`') ? bare.slice(1, -1) : null;
  },
};

/** A string of JSON or of a program, with its quotes and slashes escaped. */
const string: Wrapping = {
  what: '\\"',
  why: 'the code had been written into a program; it was read without its marks',
  taken: (code) => {
    const bare = code.trim();
    if (bare.startsWith('"') && bare.endsWith('"')) {
      try {
        const read: unknown = JSON.parse(bare);
        if (typeof read === 'string') return read;
      } catch {
        // Then its marks alone are taken out.
      }
    }
    if (!/=\s{0,9}\\["']/.test(code)) return null;
    return code
      .replaceAll('\\"', '"')
      .replaceAll("\\'", "'")
      .replaceAll('\\/', '/')
      .replaceAll('\\n', '\n')
      .replaceAll('\\t', ' ');
  },
};

/** The end of a frame whose beginning was not copied along. */
const beginning: Wrapping = {
  what: '<iframe',
  why: 'the beginning of the code was missing; it was read as a frame',
  taken: (code) => {
    if (/<\s{0,9}[a-z]/i.test(withBrackets(code)) || !/\bsrc\s{0,9}=/i.test(code)) return null;
    return /<\/iframe\s{0,9}>|\b(?:frameborder|allowfullscreen)\b/i.test(code) ? `<iframe ${code}` : null;
  },
};

/** Code that waits in a template until a program wakes it. */
const asleep: Wrapping = {
  what: '<template>',
  why: 'a program would have woken it when it is needed; it was read as if it were awake',
  taken: (code) => {
    const bare = code.trim();
    const [opening] = /^<template(?:\s[^<>]{0,999})?>/i.exec(bare) ?? [];
    if (opening === undefined) return null;
    const [, inside] = /^([^]*)<\/template>$/i.exec(bare.slice(opening.length)) ?? [];
    return inside === undefined || /<\/template>/i.test(inside) ? null : inside;
  },
};

/** Letters of code written as their numbers in a string of a program (ECMA-404, 9; ECMA-262, 12.9.4). */
const numbered: Wrapping = {
  what: '\\u003c',
  why: 'the code had been written into a program; its letters were read as what they are',
  taken: (code) => {
    if (code.includes('<') || !/\\(?:u003c|x3c)/i.test(code)) return null;
    return code
      .replace(/\\(?:u([\da-f]{4})|x([\da-f]{2}))/gi, (_, four?: string, two?: string) =>
        String.fromCharCode(Number.parseInt(four ?? two ?? '', 16)),
      )
      .replaceAll('\\"', '"')
      .replaceAll('\\/', '/')
      .replaceAll('\\n', '\n');
  },
};

/** Code as a part of an address (RFC 3986, 2.1). */
const percent: Wrapping = {
  what: '%3C',
  why: 'the code had been written into an address; it was read as what it is',
  taken: (code) => {
    if (code.includes('<') || !/%3c\/?[a-z]/i.test(code)) return null;
    try {
      return decodeURIComponent(code.replaceAll('+', '%20'));
    } catch {
      return null;
    }
  },
};

/** What somebody answered to, each line with the mark of mail (RFC 3676, 4.5). */
const quotedMail: Wrapping = {
  what: '>',
  why: 'the marks that mail puts before what it quotes; they are no part of it',
  taken: (code) => {
    const lines = code.trim().split('\n');
    const quoted = lines.every((line) => line.startsWith('>') || line.trim() === '');
    return quoted && lines.some((line) => line.startsWith('>'))
      ? lines.map((line) => line.replace(/^(?:>[ \t]?){1,9}/, '')).join('\n')
      : null;
  },
};

/** Elements that pages for phones write in the place of those of HTML. */
const forPhones: Wrapping = {
  what: '<amp-…>',
  why: 'it was written for pages that phones show at once; it was read as the element that it stands for',
  taken: (code) =>
    /<amp-(?:iframe|video|audio|img)[\s>]/i.test(code)
      ? code.replace(/(<\/?)amp-(iframe|video|audio|img)(?=[\s>/])/gi, '$1$2')
      : null,
};

const inQuotes = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');

type Written = (whole: string, ...parts: string[]) => string;
const MARKED: readonly (readonly [RegExp, Written])[] = [
  [
    /!\[([^\][<>]{0,500})\]\((https?:\/\/[^\s<>"'()[\]]{1,2000})(?: "([^"<>]{0,500})")?\)/gi,
    (_, alt = '', src = '', title = '') =>
      `<img src="${inQuotes(src)}" alt="${inQuotes(alt)}"${title ? ` title="${inQuotes(title)}"` : ''}>`,
  ],
  [
    /\[(<img [^<>]{1,3000}>|[^\][<>]{1,500})\]\((https?:\/\/[^\s<>"'()[\]]{1,2000})(?: "[^"<>]{0,500}")?\)/gi,
    (_, words = '', href = '') => `<a href="${inQuotes(href)}">${words}</a>`,
  ],
  [/\[img\](https?:\/\/[^\s<>"'()[\]]{1,2000})\[\/img\]/gi, (_, src = '') => `<img src="${inQuotes(src)}">`],
  [
    /\[url=(https?:\/\/[^\s<>"'()[\]]{1,2000})\](<img [^<>]{1,3000}>|[^\][<>]{1,500})\[\/url\]/gi,
    (_, href = '', words = '') => `<a href="${inQuotes(href)}">${words}</a>`,
  ],
  [
    /\[iframe\](https?:\/\/[^\s<>"'()[\]]{1,2000})\[\/iframe\]/gi,
    (_, src = '') => `<iframe src="${inQuotes(src)}"></iframe>`,
  ],
];

/** The marks that boards and notes write links and pictures with (CommonMark, 6.3 and 6.4). */
const marks: Wrapping = {
  what: '[ ]',
  why: 'it was written with the marks of a board or of notes; they were read as the link or picture that they are',
  taken: (code) => {
    if (code.includes('<') || !/\]\(|\[\/[a-z]{1,9}\]/i.test(code)) return null;
    const found = MARKED.reduce((text, [mark, html]) => text.replace(mark, html), code);
    return found === code ? null : found;
  },
};

export const WRAPPINGS: readonly Wrapping[] = [
  fence,
  quotedMail,
  numbered,
  string,
  percent,
  asleep,
  marks,
  forPhones,
  beginning,
];
