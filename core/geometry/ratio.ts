/** A proportion in whole numbers. */
export interface Ratio {
  width: number;
  height: number;
}

/**
 * The simplest ratio of whole numbers within a thousandth of `quotient` (width ÷ height),
 * searched by mediants. Throws RangeError when the quotient is not a positive finite number.
 */
export function simplestRatio(quotient: number): Ratio {
  if (!(quotient > 0 && Number.isFinite(quotient))) throw new RangeError('A ratio needs a positive number.');
  for (let height = 1; height <= 1000; height++) {
    const width = Math.round(quotient * height);
    if (width >= 1 && Math.abs(width / height / quotient - 1) < 0.001) return { width, height };
  }
  return { width: Math.max(1, Math.round(quotient * 1000)), height: 1000 };
}

/** A ratio in words, as on a picture desk: `16:9`. */
export function ratioInWords(width: number, height: number): string {
  const ratio = simplestRatio(width / height);
  return ratio.width <= 50 && ratio.height <= 50
    ? `${ratio.width}:${ratio.height}`
    : `${(width / height).toFixed(2)}:1`;
}
