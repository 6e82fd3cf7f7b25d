const FOLDED: Record<string, string> = { ß: 'ss', æ: 'ae', œ: 'oe', ø: 'o', đ: 'd', ł: 'l', þ: 'th', ð: 'd' };

/**
 * A name for addresses and files: lower-case ASCII letters, digits and single hyphens,
 * at most `limit` characters. Text without any letter or digit gives `fallback`.
 */
export function slug(text: string, fallback = 'untitled', limit = 80): string {
  const plain = text
    .toLowerCase()
    .replace(/[ßæœøđłþð]/g, (letter) => FOLDED[letter] ?? '')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/['’]/g, '')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, limit)
    .replace(/^-|-$/g, '');
  return plain === '' ? fallback : plain;
}

/** The first of `name`, `name-2`, `name-3` … that is not taken. */
export function freeName(name: string, isTaken: (candidate: string) => boolean): string {
  if (!isTaken(name)) return name;
  let number = 2;
  while (isTaken(`${name}-${number}`)) number++;
  return `${name}-${number}`;
}
