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

export const WRAPPINGS: readonly Wrapping[] = [fence, string, asleep, beginning];
