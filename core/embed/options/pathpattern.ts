/** What a path has at the places of a pattern; null where it is another path. A star at the end takes whatever follows. */
export function matchPath(pattern: string, path: string): Record<string, string> | null {
  const [wanted, given] = [pattern.split('/'), path.split('/')];
  const found: Record<string, string> = {};
  for (const [at, step] of wanted.entries()) {
    if (step === '*' && at === wanted.length - 1) {
      found['*'] = given.slice(at).join('/');
      return found;
    }
    const there = given[at];
    if (there === undefined) return null;
    const place = placeIn(step);
    if (place === null) {
      if (there !== step) return null;
    } else if (there === '') return null;
    else found[place] = there;
  }
  return given.length === wanted.length ? found : null;
}

/** The path of a pattern with something at each of its places; null where one has nothing. */
export function fillPath(pattern: string, found: Readonly<Record<string, string>>): string | null {
  const steps: string[] = [];
  for (const step of pattern.split('/')) {
    const place = step === '*' ? '*' : placeIn(step);
    const there = place === null ? step : Object.hasOwn(found, place) ? found[place] : undefined;
    if (there === undefined) return null;
    steps.push(there);
  }
  return steps.join('/');
}

/** The names of a pattern's places, in order. */
export const placesIn = (pattern: string): string[] =>
  pattern.split('/').flatMap((step) => (step === '*' ? '*' : (placeIn(step) ?? [])));

const placeIn = (step: string): string | null =>
  step.length > 2 && step.startsWith('{') && step.endsWith('}') ? step.slice(1, -1) : null;
