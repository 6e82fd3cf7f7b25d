/** A source size list (HTML, `sizes`) in CSS pixels on a screen so wide: the first whose condition holds, else the whole screen. */
export function sizeOf(sizes: string, screen: number): number {
  for (const part of outermost(sizes, ',')) {
    const condition = /^\([^()]*\)/.exec(part)?.[0] ?? '';
    if (condition !== '' && !matches(condition, screen)) continue;
    const size = lengthOf(part.slice(condition.length), screen);
    if (size > 0) return size;
  }
  return screen;
}

/** True where a media query holds on a screen so wide: of those that compare its width with pixels; an empty one always does. */
export function matches(media: string, screen: number): boolean {
  if (media.trim() === '') return true;
  const found = /^\(\s*(max|min)-width:\s*([\d.]+)px\s*\)$/.exec(media.trim());
  if (!found) return false;
  return found[1] === 'max' ? screen <= Number(found[2]) : screen >= Number(found[2]);
}

/** A length of pixels and shares of the screen, with `calc()`, `min()`, `max()` and `clamp()` (CSS Values 4), in CSS pixels; 0 for what is none. */
export function lengthOf(text: string, screen: number): number {
  const words = text.match(/[\d.]{1,20}(?:px|vw)?|[a-z]{1,8}(?=\()|[-+*/(),]/g) ?? [];
  let at = 0;
  const sum = (): number => {
    let value = product();
    for (let sign = words[at]; sign === '+' || sign === '-'; sign = words[at]) {
      at++;
      value += (sign === '+' ? 1 : -1) * product();
    }
    return value;
  };
  const product = (): number => {
    let value = one();
    for (let sign = words[at]; sign === '*' || sign === '/'; sign = words[at]) {
      at++;
      value = sign === '*' ? value * one() : value / one();
    }
    return value;
  };
  const one = (): number => {
    const word = words[at++] ?? '';
    if (word === '-') return -one();
    if (word === '(') return within(([value = 0]) => value);
    const does = FUNCTIONS[word];
    if (does) {
      at++;
      return within(does);
    }
    const value = Number.parseFloat(word);
    if (!Number.isFinite(value)) return 0;
    return word.endsWith('vw') ? (value * screen) / 100 : value;
  };
  const within = (does: (values: number[]) => number): number => {
    const values = [sum()];
    while (words[at] === ',') {
      at++;
      values.push(sum());
    }
    at++;
    return does(values);
  };
  return words.length === 0 ? 0 : sum();
}

const FUNCTIONS: Readonly<Record<string, (values: number[]) => number>> = {
  calc: ([value = 0]) => value,
  min: (values) => Math.min(...values),
  max: (values) => Math.max(...values),
  clamp: ([least = 0, wanted = 0, most = 0]) => Math.max(least, Math.min(wanted, most)),
};

/** The parts of a text between signs that stand in no brackets. */
function outermost(text: string, sign: string): string[] {
  const parts = [''];
  let depth = 0;
  for (const letter of text) {
    if (letter === '(') depth++;
    if (letter === ')') depth--;
    if (letter === sign && depth === 0) parts.push('');
    else parts[parts.length - 1] += letter;
  }
  return parts.map((part) => part.trim()).filter(Boolean);
}
