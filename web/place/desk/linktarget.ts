import { isPlainAddress } from '@placard/core/page';

/** True for somebody at a host. */
function isMailAddress(text: string): boolean {
  const [who = '', host = '', ...more] = text.split('@');
  return (
    more.length === 0 && who !== '' && !text.includes('/') && /^[^.]/.test(host) && /\.[^.]+$/.test(host)
  );
}

/** What somebody typed, as an address of a link; null where it is none. Hosts and mail addresses need no scheme. */
export function typedAddress(typed: string): string | null {
  const text = typed.trim();
  if (text === '' || /\s/.test(text)) return null;
  if (isPlainAddress(text)) return text;
  if (isMailAddress(text)) return `mailto:${text}`;
  const address = `https://${text}`;
  if (!/^[^/:?#]+\.[a-z\d-]{2,}(?:[:/?#]|$)/i.test(text) || !URL.canParse(address)) return null;
  return isPlainAddress(address) ? address : null;
}
