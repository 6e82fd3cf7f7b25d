import type { UnpackAnswer } from '@placard/core/contract';
import {
  addressIn,
  cardChoice,
  unpack,
  type AboutPage,
  type Choice,
  type Framing,
  type Unpacked,
} from '@placard/core/embed';
import { embedAddress, fileFor } from '@placard/core/embed/options';
import { escapeHtml } from '@placard/core/text';
import type { Database } from '../db/database.ts';
import type { PreviewOf } from '../outbound/look.ts';
import type { Knocked, Outbound } from '../outbound/outbound.ts';
import { Refusal, unfit } from '../refusal.ts';
import { asWanted, hostsAsked, readWanted, type Wanted } from './aswanted.ts';
import { askFraming, framingIn, isPdf } from './framing.ts';
import { answerText, keepAnswer, listedEndpoint } from './oembed.ts';
import { aboutInThread, unpackAnswer } from './unpack.ts';

const MOST_HTML = 2_000_000;

interface Services {
  database: Database;
  outbound: Outbound;
  previewOf: PreviewOf;
  trustedFrames: readonly string[];
}

/**
 * Asks the host of an address what it has to embed: by a keeper's file, by a list of providers, or by what its page says
 * (oEmbed 1.0); whether that lets itself be framed; else a link card of what the page says of itself. What the host does
 * not answer is said, and never an error. Throws a Refusal (unfit) for what is no address.
 */
export async function askAddress(services: Services, siteId: string, raw: string): Promise<UnpackAnswer> {
  const { database, outbound, previewOf } = services;
  const address = addressIn(/^[a-z][a-z0-9+.-]*:/i.test(raw) ? raw : `https://${raw}`);
  if (address === null) throw unfit('This is not a web address.');
  const wanted = await readWanted(database, siteId);
  const says: string[] = [];
  const listed = listedEndpoint(address, wanted.files, wanted.providers);
  const byList = listed === null ? null : await answerOf(services, listed, address, says);
  const page = byList?.unpacked.choices.length ? null : await pageAt(outbound, address, says);
  const discovered = page?.about?.oembed ?? null;
  const answer =
    byList ??
    (discovered !== null && discovered !== listed
      ? await answerOf(services, discovered, address, says)
      : null);
  const creator = answer?.creator ?? '';
  const { unpacked, photo } = await made(services, wanted, address, page, answer, says);
  const picture = unpacked.choices
    .map((choice) => (choice.kind === 'card' ? choice.picture : null))
    .find((one) => one);
  return {
    unpacked,
    hosts: hostsAsked(unpacked.choices, wanted),
    asked: { says, preview: picture ? previewOf(picture) : null, creator, photo },
  };
}

type Asked = NonNullable<UnpackAnswer['asked']>;

async function made(
  { outbound, trustedFrames }: Services,
  wanted: Wanted,
  address: string,
  page: PageAt | null,
  answer: Answered | null,
  says: string[],
): Promise<{ unpacked: Unpacked; photo: Asked['photo'] }> {
  const card = cardOf(address, page?.about ?? null, answer);
  const withCard = (choices: readonly Choice[]) => [...choices.filter(({ kind }) => kind !== 'card'), card];
  if (answer) {
    const photo = answer.photo;
    const unpacked = asWanted(answer.unpacked, wanted);
    const framed = await withoutRefusing(outbound, unpacked.choices, says, wanted.site);
    return { unpacked: renewed(unpacked, withCard(framed)), photo };
  }
  if (page?.media) {
    // What is no page is shown best from here.
    says.push(`There is a ${page.media} at this address: brought in, it can be placed with whose it is.`);
    const photo = { address: page.url, title: '', creator: '' };
    return { unpacked: renewed(unpack(address), [card]), photo };
  }
  // A keeper's file says where the embed of a page is; else the page itself may be framed.
  const file = fileFor(wanted.files, address);
  const embed = file ? embedAddress(file, address) : null;
  const title = page?.about?.title ?? '';
  const frame = unpack(
    `<iframe src="${escapeHtml(embed ?? page?.url ?? address)}" title="${escapeHtml(title)}"></iframe>`,
    trustedFrames,
  );
  const unpacked = asWanted({ ...frame, form: 'address' }, wanted);
  const framing: Framing | null =
    embed === null ? (page?.framing ?? null) : await askFraming(outbound, embed, wanted.site);
  if (framing) says.push(framing.says);
  const choices = framing?.may ? unpacked.choices : [];
  // A whole page in a frame is what is wanted least: its card says what it is.
  const both = embed === null ? [card, ...choices.filter(({ kind }) => kind !== 'card')] : withCard(choices);
  return { unpacked: renewed(unpacked, both), photo: null };
}

/** The same with other choices: the first of them is what is made of it. */
function renewed(unpacked: Unpacked, choices: Choice[]): Unpacked {
  const [first] = choices;
  return {
    ...unpacked,
    choices,
    html: first?.html ?? '',
    frame: first?.kind === 'frame' ? first.frame : null,
    origins: first?.origins ?? [],
    csp: first?.csp ?? {},
    findings:
      first?.kind === 'frame'
        ? unpacked.findings
        : unpacked.findings.filter(({ severity }) => severity === 'stop'),
  };
}

/** The choices without frames that do not let themselves be framed. */
async function withoutRefusing(
  outbound: Outbound,
  choices: readonly Choice[],
  says: string[],
  site: string | null,
): Promise<Choice[]> {
  const kept: Choice[] = [];
  for (const choice of choices) {
    if (choice.kind === 'frame') {
      const framing = await askFraming(outbound, choice.frame.src, site);
      says.push(framing.says);
      if (!framing.may) continue;
    }
    kept.push(choice);
  }
  return kept;
}

interface Answered {
  unpacked: Unpacked;
  title: string;
  picture: string | null;
  words: string;
  provider: string;
  creator: string;
  photo: Asked['photo'];
}

/** What a host answers about an address; null, and a sentence why, where that is of no use. */
async function answerOf(
  { database, outbound, trustedFrames }: Services,
  endpoint: string,
  address: string,
  says: string[],
): Promise<Answered | null> {
  try {
    const text = await answerText(database, outbound, endpoint);
    const { answer, unpacked, wrong } = await unpackAnswer(text, address, trustedFrames);
    if (!answer || !unpacked) {
      says.push(wrong ?? 'The host’s answer could not be read.');
      return null;
    }
    await keepAnswer(database, endpoint, text, answer.cacheAge);
    const { type, title, author, provider, thumbnail, url } = answer;
    const what = { video: 'a film', rich: 'something to embed', photo: 'a photo', link: 'a page to link to' }[
      type
    ];
    says.push(
      `${provider || new URL(address).host} has ${what} at this address${title === '' ? '' : `: “${title}”`}.`,
    );
    return {
      unpacked,
      title,
      provider,
      creator: author,
      words: author === '' ? '' : `by ${author}`,
      picture: thumbnail ?? (type === 'photo' ? url : null),
      photo: type === 'photo' && url !== null ? { address: url, title, creator: author } : null,
    };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    says.push(error.message);
    return null;
  }
}

interface PageAt {
  url: string;
  about: AboutPage | null;
  /** What it is where it is no page. */
  media: 'picture' | 'film' | 'sound' | 'document' | null;
  framing: Framing;
}

/** The page at an address; null, and a sentence why, where there is none. */
async function pageAt(outbound: Outbound, address: string, says: string[]): Promise<PageAt | null> {
  try {
    const knocked = await outbound.knock(address, { mostBytes: MOST_HTML, within: 15_000 });
    const { url, status, text } = knocked;
    if (status >= 400) {
      says.push(`${url.host} answered ${status} at this address.`);
      return null;
    }
    const about = /^\s*</.test(text) ? await aboutInThread(text, url.href) : null;
    const media = mediaOf(knocked.headers);
    return { url: url.href, about, media, framing: framingIn(knocked, null) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    says.push(error.message);
    return null;
  }
}

/** What can be brought in, by the kind that its host says it is (RFC 9110, content-type). */
function mediaOf(headers: Knocked['headers']): PageAt['media'] {
  const type = headers['content-type'] ?? '';
  if (/^image\//i.test(type)) return 'picture';
  if (/^video\//i.test(type)) return 'film';
  if (/^audio\//i.test(type)) return 'sound';
  return isPdf(headers) ? 'document' : null;
}

/** The link card of an address, with what its page and its host say of it. */
function cardOf(address: string, about: AboutPage | null, answer: Answered | null): Choice {
  const [given] = unpack(address).choices;
  if (given?.kind !== 'card') throw new TypeError('An address has a link card.');
  const { card } = given;
  return cardChoice(
    {
      address: card.address,
      title: answer?.title || about?.title || card.title,
      words: about?.words || answer?.words || '',
      site: about?.site || answer?.provider || card.site,
    },
    given.why,
    answer?.picture ?? about?.picture ?? null,
  );
}
