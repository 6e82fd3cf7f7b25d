/** How a text was written, by the names that the Encoding Standard has for them. */
export type WrittenAs = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/**
 * The words of a file that does not say how it is written: by its byte order mark, else as UTF-8 where it is that, else
 * as Windows-1252, which old programs write and in which nothing is wrong. Who reads the last of these is to be told:
 * it may be another of its kind.
 */
export function decoded(bytes: Uint8Array): { text: string; as: WrittenAs } {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return { text: read(bytes, 'utf-16le'), as: 'utf-16le' };
  if (first === 0xfe && second === 0xff) return { text: read(bytes, 'utf-16be'), as: 'utf-16be' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), as: 'utf-8' };
  } catch {
    return { text: windows1252(bytes), as: 'windows-1252' };
  }
}

/** What Windows-1252 has where Latin-1 has control characters, from 0x80 on (Encoding Standard, index windows-1252). */
const ITS_OWN = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

/** Some decoders (Node 20's) take the one for the other. */
const windows1252 = (bytes: Uint8Array): string =>
  read(bytes, 'windows-1252').replace(/[\u0080-\u009f]/g, (letter) =>
    ITS_OWN.charAt(letter.charCodeAt(0) - 0x80),
  );

const read = (bytes: Uint8Array, as: WrittenAs): string => new TextDecoder(as).decode(bytes);
