import slugify from '@sindresorhus/slugify';

/**
 * A name for addresses and files: lower-case ASCII letters, digits and single hyphens, at most `limit` characters.
 * Letters of other alphabets are written in Latin ones (Greek, Cyrillic, Arabic, Georgian …); where none of them
 * can be, or there is no letter or digit at all, it is `fallback`.
 */
export function slug(text: string, fallback = 'untitled', limit = 80): string {
  const plain = slugify(
    text
      .slice(0, 8 * limit)
      .normalize('NFKC')
      .replace(/['’]/g, ''),
    {
      decamelize: false,
    },
  )
    .slice(0, limit)
    .replace(/-$/, '');
  return plain === '' ? fallback : plain;
}

/** The first of `name`, `name-2`, `name-3` … that is not taken. */
export function freeName(name: string, isTaken: (candidate: string) => boolean): string {
  if (!isTaken(name)) return name;
  let number = 2;
  while (isTaken(`${name}-${number}`)) number++;
  return `${name}-${number}`;
}
