const SYLLABLES = 'ra mel to vin ka sor be lun di far nes ul gor pi tam zel'.split(' ');

/** A made-up word of so many syllables, the same for the same number. */
export function word(number: number, syllables: number, between = ''): string {
  const rest = Math.imul(number + 1, 2_654_435_761) >>> 0;
  return Array.from({ length: syllables }, (_, at) => SYLLABLES[(rest >>> (at * 4 + 3)) & 15]).join(between);
}
