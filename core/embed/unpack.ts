import type { Finding } from '../proof/finding.ts';
import { readFragment, TooTangled } from '../reading/tree.ts';
import { plainLine } from '../text/index.ts';
import { BUDGET } from './budget.ts';
import type { Choice } from './choice.ts';
import type { Policy } from './csp.ts';
import type { Dropped } from './dropped.ts';
import { FORMS } from './forms/index.ts';
import { cardOf } from './forms/link.ts';
import type { Frame } from './frame.ts';
import { linkAddress } from './linkaddress.ts';
import { readOembed, type Oembed } from './oembed.ts';
import { droppedBut, named, scriptsIn, survey, type Survey, type Told } from './survey.ts';
import { addressWritten } from './addresswritten.ts';
import { codeInData, codeInText } from './written/escaped.ts';
import { addressesIn, partsIn } from './parts.ts';
import { straightTags } from './written/tags.ts';
import { WRAPPINGS } from './written/wrappings.ts';

/** The longest code that is read, in UTF-16 units. Embed codes are a few hundred. */
export const LONGEST_CODE = 100_000;
/** How many times over code is unescaped. */
const MOST_ESCAPED = 3;

/** What came out of pasted code. */
export interface Unpacked {
  /** The form it was in; empty when nothing can be embedded. */
  form: string;
  /** The first choice's HTML; empty when nothing can be embedded. */
  html: string;
  /** The first choice's frame; null where it is none. */
  frame: Frame | null;
  /** All that can be made of it, best first. */
  choices: Choice[];
  /** The codes of all things in it, in order, where there are several: each is unpacked by itself. */
  parts: string[];
  dropped: Dropped[];
  /** The origins a visitor's browser will talk to first (RFC 6454 serialisation). */
  origins: string[];
  /** What the site's Content-Security-Policy must say (CSP3): directive → sources. */
  csp: Policy;
  findings: Finding[];
}

/**
 * Takes pasted code apart (HTML parsing algorithm) and makes anew, from an allow-list, what can stand in a page: the
 * host's frame, its words as a quotation, its script in a box, or a link card. Never throws: whatever the code is, the
 * answer says what became of it. Unpacking the answer's own html gives the same html.
 *
 * `trustedOrigins` may be framed over plain http (exact origins, for development); `told` is what the host said of the
 * thing besides its code.
 */
export function unpack(code: string, trustedOrigins: readonly string[] = [], told: Told = {}): Unpacked {
  if (code.length > LONGEST_CODE)
    return nothing(
      'code-too-long',
      `This is ${code.length.toLocaleString('en')} characters long; an embed code is a few hundred.`,
      'Copy only the embed code from the host’s page.',
    );
  const bare = shown(code);
  if (bare.startsWith('{') || bare.startsWith('[') || /^<(?:\?xml|oembed)[\s>]/i.test(bare)) {
    const answer = readOembed(bare);
    if (!('wrong' in answer)) return unpackOembed(answer, trustedOrigins);
  }
  const address =
    addressIn(bare) ??
    addressIn(unquoted(bare)) ??
    addressWritten(unquoted(bare)) ??
    (isWrapped(bare) ? null : addressAmong(bare));
  if (address !== null) return unpackAddress(address);
  const [first, ...more] = addressesIn(bare, addressIn);
  if (first !== undefined && more.length > 0) return { ...unpackAddress(first), parts: [first, ...more] };
  try {
    const { found, dropped, findings } = readAsWritten(code, trustedOrigins, told);
    return takeApart(found, dropped, findings);
  } catch (error) {
    if (!(error instanceof TooTangled)) throw error;
    return nothing(
      'code-too-tangled',
      `This is no embed code. ${error.message}`,
      'Copy only the embed code from the host’s page.',
    );
  }
}

/** Letters that nobody sees, which programs put round what is copied. */
const HIDDEN_ROUND = '\u200b\u200c\u200d\u200e\u200f\u2060\ufeff';

/** Code without blanks and letters that nobody sees before and behind it. */
function shown(code: string): string {
  const isHidden = (letter: string) => letter.trim() === '' || HIDDEN_ROUND.includes(letter);
  let [from, to] = [0, code.length];
  while (from < to && isHidden(code.charAt(from))) from++;
  while (to > from && isHidden(code.charAt(to - 1))) to--;
  return code.slice(from, to);
}

/** True for code or a link that somebody wrote down another way than as it is. */
const isWrapped = (text: string): boolean => WRAPPINGS.some(({ taken }) => taken(text) !== null);

/** One line without the mark of mail before it. */
const unquoted = (text: string): string => text.replace(/^>\s{1,9}/, '');

/** A host's name by which an address begins of which a browser hid how it is asked, and a path. */
const WITHOUT_SCHEME =
  /^(?:www\.[^\s<>"']+|(?:[a-z0-9-]{1,63}\.){1,9}[a-z]{2,24}(?::\d{1,5})?\/[^\s<>"']*)$/i;

/** The address that a text is and nothing else; null for any other text. */
export function addressIn(text: string): string | null {
  const bare = text.trim();
  if (bare.length > 2000) return null;
  if (/^https?:\/\/[^\s<>"']+$/i.test(bare)) return linkAddress(bare);
  return WITHOUT_SCHEME.test(bare) ? linkAddress(`https://${bare}`) : null;
}

/** How long words may be round an address that is meant by them. */
const WORDS_ROUND = 400;

/** The one address in a few words that are no code, without the marks that end a sentence; null where there is none, or more than one. */
function addressAmong(text: string): string | null {
  if (text.length > WORDS_ROUND || text.includes('<') || /&(?:amp;|lt;|#)/i.test(text)) return null;
  const found = text.match(/\bhttps?:\/\/[^\s<>"'()[\]{}]+/gi) ?? [];
  const [only] = found;
  return only !== undefined && found.length === 1 ? addressIn(only.replace(/[.,;:!?]$/, '')) : null;
}

/** An address alone: what the host has for it is asked by whoever can; without asking it is a link card. */
function unpackAddress(address: string): Unpacked {
  return answerOf('address', { choices: [cardOf(address, '', '')], dropped: [], findings: [] });
}

/** What can be made of a host's answer (oEmbed 1.0): its code is taken apart like any other. */
export function unpackOembed(
  answer: Oembed,
  trustedOrigins: readonly string[] = [],
  page: string | null = null,
): Unpacked {
  const { type, title, author, provider, html, url, width, height, thumbnail } = answer;
  const by = [author === '' ? '' : `by ${author}`, provider].filter(Boolean).join(', ');
  const address = page ?? url;
  const card =
    address === null ? [] : [cardOf(address, title, by, thumbnail ?? (type === 'photo' ? url : null))];
  if (type === 'photo' || type === 'link') {
    if (card.length === 0)
      return nothing(
        'nothing-to-embed',
        'The host’s answer names nothing that can be shown.',
        'Link to its page instead.',
      );
    return answerOf('oembed', { choices: card, dropped: [], findings: [] });
  }
  const made = unpack(html, trustedOrigins, { title, width, height });
  const choices = [...made.choices.filter(({ kind }) => kind !== 'card' || card.length === 0), ...card];
  if (choices.length === 0) return { ...made, form: '' };
  return answerOf('oembed', {
    choices,
    dropped: made.dropped,
    findings: made.choices.length > 0 ? made.findings : [],
  });
}

/** Code as its host wrote it, whatever became of it on the way. */
function readAsWritten(
  code: string,
  trusted: readonly string[],
  told: Told,
): { found: Survey; dropped: Dropped[]; findings: Finding[] } {
  const dropped: Dropped[] = [];
  const findings: Finding[] = [];
  const note = (what: string, why: string) => {
    if (!dropped.some((noted) => noted.why === why)) dropped.push({ what, why });
  };
  const read = (text: string): Survey => {
    let bare = text;
    for (const { what, why, taken } of WRAPPINGS) {
      const without = taken(bare);
      if (without === null) continue;
      note(what, why);
      bare = without;
    }
    const straight = straightTags(bare);
    if (straight.quotes) note('curly quotes', 'a word processor bent them; they were read as straight ones');
    if (straight.blanks)
      note('hard blanks', 'a program put them among the names; they were read as plain ones');
    if (straight.cut)
      note(plainLine(bare.slice(-40), 40), 'the end of the code is missing; what is left of it was read');
    if (straight.cutAddress)
      findings.push({
        rule: 'code-cut-off',
        severity: 'stop',
        says: 'The code ends in the middle of an address, so that nobody can tell where it leads.',
        remedy: 'Copy it again, down to its end.',
      });
    return survey(straight.code, readFragment(straight.code, BUDGET), trusted, told);
  };
  let found = read(code);
  for (let times = 0; times < MOST_ESCAPED && !isCode(found); times++) {
    const inside = codeInText(found.root) ?? codeInData(found.elements);
    if (inside === null) break;
    if (times === 0) note('&lt;', 'the code had been put away as text or data; it was read as code');
    found = read(inside);
  }
  return { found, dropped, findings };
}

/** True where something in it is an embed's, and not only words that speak of one. */
const isCode = (found: Survey): boolean =>
  named(found, 'iframe', 'object', 'embed', 'blockquote').length > 0 ||
  scriptsIn(found).some(({ src }) => src !== null);

function takeApart(found: Survey, noted: readonly Dropped[], wrong: readonly Finding[]): Unpacked {
  const refusals: Finding[] = [];
  const [cut] = wrong;
  if (cut) return { ...empty([...wrong]), dropped: [...noted, ...droppedBut(found, new Map())] };
  let refused: Dropped[] | null = null;
  for (const { id, make } of FORMS) {
    const made = make(found);
    if (!made) continue;
    if (made.choices.length > 0)
      return {
        ...answerOf(id, {
          ...made,
          dropped: [...noted, ...made.dropped],
          findings: [...refusals, ...made.findings],
        }),
        parts: partsIn(found),
      };
    refused ??= made.dropped;
    refusals.push(...made.findings);
  }
  const none = empty([
    {
      rule: 'nothing-to-embed',
      severity: 'stop',
      says: 'There is nothing in this that can be embedded.',
      remedy: 'Copy the host’s embed code, the one with <iframe or <script in it.',
    },
  ]);
  return {
    ...none,
    dropped: [...noted, ...(refused ?? droppedBut(found, new Map()))],
    findings: refusals.length > 0 ? refusals : none.findings,
  };
}

function answerOf(
  form: string,
  { choices, dropped, findings }: Pick<Unpacked, 'choices' | 'dropped' | 'findings'>,
): Unpacked {
  const [first] = choices;
  return {
    form,
    html: first?.html ?? '',
    frame: first?.kind === 'frame' ? first.frame : null,
    choices,
    parts: [],
    dropped,
    origins: first?.origins ?? [],
    csp: first?.csp ?? {},
    findings,
  };
}

const empty = (findings: Finding[]): Unpacked => answerOf('', { choices: [], dropped: [], findings });

const nothing = (rule: string, says: string, remedy: string): Unpacked =>
  empty([{ rule, severity: 'stop', says, remedy }]);
