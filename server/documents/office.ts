import { carriedByName, carriedByRelations, namesOthers, type Carried } from '@placard/core/document';
import { eachPart } from './parts.ts';

/** What is read of a document that is a ZIP of XML (ECMA-376 Office Open XML, OpenDocument 1.3). */
export interface OfficeFacts {
  pages: number | null;
  /** BCP 47; empty where it is not said. */
  language: string;
  title: string;
  /** What it has in it besides words and pictures. */
  carried: ReadonlySet<Carried>;
  /** The small picture of its first page that its program left in it; null for none. */
  thumbnail: Buffer | null;
}

/** The parts that are read, each up to so many bytes: nothing else is unpacked, however much it would become. */
const PARTS: Readonly<Record<string, number>> = {
  'docProps/app.xml': 1_000_000,
  'docProps/core.xml': 1_000_000,
  'docProps/thumbnail.jpeg': 5_000_000,
  'word/styles.xml': 5_000_000,
  'meta.xml': 1_000_000,
  'Thumbnails/thumbnail.png': 5_000_000,
};
const MOST_RELATIONS = 5_000_000;

/** Reads what an office document says of itself. Throws an Error for what is no ZIP. */
export async function readOffice(path: string): Promise<OfficeFacts> {
  const [carried, parts] = [new Set<Carried>(), new Map<string, Buffer>()];
  await eachPart(path, async (name, length, read) => {
    const shows = carriedByName(name);
    if (shows) carried.add(shows);
    const most = PARTS[name] ?? (namesOthers(name) ? MOST_RELATIONS : 0);
    if (length > most) return;
    // One part that is damaged leaves the others.
    const bytes = await read(most).catch(() => null);
    if (bytes && name in PARTS) parts.set(name, bytes);
    const fetched = bytes && namesOthers(name) && carriedByRelations(bytes.toString('utf8'));
    if (fetched) carried.add(fetched);
  });
  const text = (name: string) => parts.get(name)?.toString('utf8') ?? '';
  const [app, core, meta] = [text('docProps/app.xml'), text('docProps/core.xml'), text('meta.xml')];
  const pages =
    within(app, 'Pages') ?? within(app, 'Slides') ?? /meta:page-count="(\d{1,6})"/.exec(meta)?.[1] ?? null;
  const language =
    within(core, 'dc:language') ?? within(meta, 'dc:language') ?? languageIn(text('word/styles.xml')) ?? '';
  return {
    pages: pages !== null && /^\d{1,6}$/.test(pages) && Number(pages) > 0 ? Number(pages) : null,
    language: isLanguage(language) ? language : '',
    title: (within(core, 'dc:title') ?? within(meta, 'dc:title') ?? '').slice(0, 300),
    carried,
    thumbnail: parts.get('docProps/thumbnail.jpeg') ?? parts.get('Thumbnails/thumbnail.png') ?? null,
  };
}

/** True for what can be a language (BCP 47). */
export function isLanguage(language: string): boolean {
  try {
    return Intl.getCanonicalLocales(language).length === 1;
  } catch {
    return false;
  }
}

/** The words of the first element of a name; null where there is none. */
function within(xml: string, name: string): string | null {
  const from = xml.indexOf(`<${name}`);
  const open = from < 0 ? -1 : xml.indexOf('>', from);
  const close = open < 0 ? -1 : xml.indexOf('<', open);
  if (close < 0 || xml.charAt(open - 1) === '/') return null;
  const text = xml.slice(open + 1, close).trim();
  return text === '' ? null : plain(text);
}

/** The language that a text document's styles say (ECMA-376, w:lang). */
function languageIn(styles: string): string | null {
  const at = styles.indexOf('<w:lang ');
  const element = at < 0 ? '' : styles.slice(at, styles.indexOf('>', at));
  return /w:val="([A-Za-z-]{2,20})"/.exec(element)?.[1] ?? null;
}

const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };
const plain = (text: string): string =>
  text.replace(/&(amp|lt|gt|quot|apos);/g, (_, name: string) => ENTITIES[name] ?? '');
