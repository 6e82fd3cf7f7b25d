import { expect, it } from 'vitest';
import { decoded, type WrittenAs } from './decoded.ts';

const bytes = (...all: number[]) => Uint8Array.from(all);
const utf8 = (text: string) => new TextEncoder().encode(text);

it.each<[string, Uint8Array, string, WrittenAs]>([
  ['UTF-8', utf8('Café – naïve'), 'Café – naïve', 'utf-8'],
  ['UTF-8 with a mark before it', bytes(0xef, 0xbb, 0xbf, 0x41), 'A', 'utf-8'],
  ['UTF-16, as some programs save it', bytes(0xff, 0xfe, 0xe9, 0, 0x41, 0), 'éA', 'utf-16le'],
  ['UTF-16 the other way round', bytes(0xfe, 0xff, 0, 0xe9), 'é', 'utf-16be'],
  ['Windows-1252', bytes(0x43, 0x61, 0x66, 0xe9, 0x20, 0x93, 0x78, 0x94), 'Café “x”', 'windows-1252'],
  ['nothing', bytes(), '', 'utf-8'],
])('a file in %s is read', (_, file, text, as) => expect(decoded(file)).toEqual({ text, as }));
