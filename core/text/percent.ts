/** A part of an address without its percent-encoding (WHATWG URL, percent-decode, as UTF-8); as it stands where that is none. */
export function percentDecoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
