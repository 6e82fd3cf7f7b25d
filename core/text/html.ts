/** Escapes text for an HTML text node or a double-quoted attribute value (HTML, 13.3 Serialising). */
export function escapeHtml(text: string): string {
  // Most texts hold none of these.
  if (!/[&"<>\u00a0]/.test(text)) return text;
  return text
    .replaceAll('&', '&amp;')
    .replaceAll('"', '&quot;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('\u00a0', '&nbsp;');
}
