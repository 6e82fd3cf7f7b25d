/**
 * An address as it is written into HTML (WHATWG URL, valid URL strings): what may not stand in one as it is, like
 * blanks and brackets, is percent-encoded as UTF-8; what is encoded already stays. A host in brackets keeps them.
 */
export function writtenAddress(raw: string): string {
  const text = raw.trim();
  const [, authority = '', rest = ''] =
    /^([a-z][a-z0-9+.-]*:\/\/\[[0-9a-f:.]*\](?::\d*)?)?([^]*)$/i.exec(text) ?? [];
  return authority + encoded(rest);
}

const encoded = (text: string) =>
  text
    .toWellFormed()
    .replace(/%(?![0-9a-f]{2})/gi, '%25')
    .replace(/[^\w!#$%&'()*+,\-./:;=?@~]/g, (part) =>
      /[\u00a0-\uffff]/.test(part) ? part : encodeURIComponent(part),
    );
