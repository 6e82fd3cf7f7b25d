/** Parts of a query that only tell a site by whom or by which letter its address was passed on. */
const SHARE_MARK = /^(?:utm_\w+|\w*clid|igsh\w*|mc_[ce]id)$/i;

/** An address without them, and those that were taken out; what is no web address stays as it is. */
export function withoutShareMarks(address: string): { address: string; marks: string[] } {
  const begins = address.indexOf('?');
  if (begins < 0 || !/^https?:/i.test(address)) return { address, marks: [] };
  const hash = address.indexOf('#', begins);
  const end = hash < 0 ? address.length : hash;
  const parts = address.slice(begins + 1, end).split('&');
  const marks = parts.filter((part) => SHARE_MARK.test(part.split('=')[0] ?? ''));
  if (marks.length === 0) return { address, marks };
  const kept = parts.filter((part) => !marks.includes(part)).join('&');
  return {
    address: `${address.slice(0, begins)}${kept === '' ? '' : `?${kept}`}${address.slice(end)}`,
    marks,
  };
}
