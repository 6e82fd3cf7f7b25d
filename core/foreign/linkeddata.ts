import type { FoundMedia } from './foundmedia.ts';

/** What JSON-LD says of one picture, film or sound; addresses as they stand there. */
export type LinkedMedia = Pick<
  FoundMedia,
  'address' | 'kind' | 'title' | 'alt' | 'creator' | 'creatorUrl' | 'licenceUrl'
>;

const KINDS: Record<string, FoundMedia['kind']> = {
  ImageObject: 'picture',
  Photograph: 'picture',
  VideoObject: 'film',
  AudioObject: 'sound',
};
const DEEPEST = 12;

/** The media objects in a JSON-LD text (schema.org); nothing where it is no JSON. */
export function linkedData(text: string): LinkedMedia[] {
  try {
    return mediaIn(JSON.parse(text));
  } catch {
    return [];
  }
}

/** The media objects in what JSON-LD says, at any depth. */
export function mediaIn(value: unknown): LinkedMedia[] {
  const found: LinkedMedia[] = [];
  visit(value, found, 0);
  return found;
}

function visit(value: unknown, found: LinkedMedia[], depth: number): void {
  if (depth > DEEPEST || typeof value !== 'object' || value === null) return;
  if (Array.isArray(value)) {
    for (const item of value) visit(item, found, depth + 1);
    return;
  }
  const object = value as Record<string, unknown>;
  const types = [object['@type']].flat();
  const kind = types.map((type) => KINDS[String(type).replace(/^.*[/:]/, '')]).find(Boolean);
  const address = firstText(object['contentUrl']) || firstText(object['url']);
  if (kind && address) {
    const creator = [object['creator'] ?? object['author'] ?? object['copyrightHolder']].flat()[0];
    const named = typeof creator === 'object' && creator !== null ? (creator as Record<string, unknown>) : {};
    found.push({
      address,
      kind,
      title: firstText(object['name']) || firstText(object['headline']),
      alt: firstText(object['description']),
      creator:
        firstText(named['name']) ||
        (typeof creator === 'string' ? creator : '') ||
        firstText(object['creditText']),
      creatorUrl: firstText(named['url']),
      licenceUrl: firstText(object['license']),
    });
  }
  for (const [key, item] of Object.entries(object)) if (key !== '@context') visit(item, found, depth + 1);
}

/** The first text in a value, whether it stands alone, in a list, or as an object's @id or @value. */
function firstText(value: unknown): string {
  const [first] = [value].flat() as unknown[];
  if (typeof first === 'string') return first;
  if (typeof first !== 'object' || first === null) return '';
  const { '@value': text, '@id': id, url } = first as Record<string, unknown>;
  return [text, id, url].find((part): part is string => typeof part === 'string') ?? '';
}
