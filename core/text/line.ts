// C0, DEL and C1 controls, bidirectional overrides and isolates, and noncharacters that no visitor can see.
// eslint-disable-next-line no-control-regex
const UNSEEN = /[\u0000-\u0008\u000b\u000e-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069\ufeff\ufffe\uffff]/g;

/** One line of readable text: no controls, white space folded, at most `limit` code points. */
export function plainLine(text: string, limit = 200): string {
  const folded = text.toWellFormed().replace(UNSEEN, '').replace(/\s+/g, ' ').trim();
  // Most lines are shorter, however their letters are counted.
  if (folded.length <= limit) return folded;
  const points = Array.from(folded);
  return points.length <= limit ? folded : points.slice(0, limit).join('').trim();
}
