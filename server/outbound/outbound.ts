import { createWriteStream } from 'node:fs';
import {
  request as requestHttp,
  type ClientRequest,
  type IncomingHttpHeaders,
  type IncomingMessage,
  type OutgoingHttpHeaders,
} from 'node:http';
import { request as requestHttps } from 'node:https';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { checkAddress, publicLookup } from './reach.ts';
import { inBytes } from '@placard/core/text';
import { Refusal, unfit } from '../refusal.ts';

const MOST_REDIRECTS = 5;
const SILENCE = 10_000;

/** An answer from outside, its body not yet read. */
export interface Answer {
  /** Where it came from in the end. */
  url: URL;
  /** Its media type, lower case, without parameters. */
  type: string;
  /** Its size in bytes as announced, or null. */
  bytes: number | null;
  body: IncomingMessage;
}

/** What was found at an address, whatever it was. */
export interface Knocked {
  /** Where it came from in the end. */
  url: URL;
  status: number;
  headers: IncomingHttpHeaders;
  /** It led there for good, at every step (RFC 9110, 301 and 308). */
  forGood: boolean;
  /** Its first bytes, where they are text. */
  text: string;
}

/** How much of an answer is taken, and how long that may last. */
interface Limits {
  mostBytes: number;
  /** Milliseconds from the first request to the last byte. */
  within: number;
  signal?: AbortSignal;
}

/** Something to send: its bytes, how many, and of which media type. */
interface Sending {
  method: 'POST' | 'PUT';
  type: string;
  body: Readable;
  bytes: number;
}

/**
 * The one way out of the house. Addresses are checked before they are asked, after name resolution
 * and after each redirect; nothing compressed is accepted, so that what is counted is what arrives.
 */
export class Outbound {
  readonly #trusted: readonly string[];
  readonly #keys: Readonly<Record<string, string>>;

  /**
   * Origins in `trusted` may lie in a private network. `keys` are by origin: each is shown as a bearer token
   * (RFC 6750) to that very origin, wherever else an answer may lead on to.
   */
  constructor(trusted: readonly string[], keys: Readonly<Record<string, string>> = {}) {
    this.#trusted = trusted;
    this.#keys = keys;
  }

  /** Reads a text, at most `mostBytes` long. Throws unfit. */
  async text(address: string, limits: Limits): Promise<{ url: URL; type: string; text: string }> {
    const { url, type, bytes } = await this.bytes(address, limits);
    return { url, type, text: new TextDecoder(charsetOf(type)).decode(bytes) };
  }

  /** Reads a body whole. Throws unfit. */
  async bytes(address: string, limits: Limits): Promise<{ url: URL; type: string; bytes: Buffer }> {
    return this.#within(limits, async (signal) => {
      const answer = await this.#open(address, signal, limits.mostBytes);
      const parts: Buffer[] = [];
      const keep = async (source: AsyncIterable<Buffer>) => {
        for await (const part of source) parts.push(part);
      };
      await pipeline(answer.body, counting(limits.mostBytes), keep, { signal }).catch(brokenOff(answer.url));
      return {
        url: answer.url,
        type: answer.body.headers['content-type'] ?? '',
        bytes: Buffer.concat(parts),
      };
    });
  }

  /** What stands at an address, by its headers and its first bytes. Throws unfit. */
  async peek(address: string): Promise<Omit<Answer, 'body'> & { head: Buffer }> {
    return this.#within({ mostBytes: Infinity, within: 20_000 }, async (signal) => {
      const { body, ...answer } = await this.#open(address, signal, Infinity);
      const parts: Buffer[] = [];
      let length = 0;
      const first = async () => {
        for await (const part of body) {
          parts.push(part as Buffer);
          length += (part as Buffer).length;
          if (length >= 65_536) break;
        }
      };
      await first().catch(brokenOff(answer.url));
      body.destroy();
      return { ...answer, head: Buffer.concat(parts) };
    });
  }

  /**
   * What stands at an address, whatever its status: where it led, and its first bytes as text where they are wanted.
   * Throws unfit where no answer comes, or where one step on the way may not be asked.
   */
  async knock(
    address: string,
    { mostBytes, within, signal, accept }: Limits & { accept?: string },
  ): Promise<Knocked> {
    return this.#within({ mostBytes, within, ...(signal ? { signal } : {}) }, async (both) => {
      let url = checkAddress(address, this.#trusted);
      let forGood = true;
      for (let redirects = 0; redirects <= MOST_REDIRECTS; redirects++) {
        const asked = this.#begin(url, both, { method: 'GET', headers: accept ? { accept } : {} });
        const coming = answered(asked, url);
        asked.end();
        const response = await coming;
        const status = response.statusCode ?? 0;
        const onward = response.headers.location;
        if (status >= 300 && status < 400 && onward) {
          response.destroy();
          if (status !== 301 && status !== 308) forGood = false;
          url = checkAddress(URL.canParse(onward, url) ? new URL(onward, url).href : onward, this.#trusted);
          continue;
        }
        const text = await firstText(response, mostBytes).catch(brokenOff(url));
        const leads = url.href !== new URL(address).href;
        return { url, status, headers: response.headers, forGood: leads && forGood, text: text as string };
      }
      throw unfit(`This address leads on more than ${MOST_REDIRECTS} times.`);
    });
  }

  /** Writes a body into a file, telling how far it is. Throws unfit; the caller removes what was written. */
  async download(
    address: string,
    path: string,
    limits: Limits,
    told: (bytes: number, total: number | null) => void,
  ): Promise<{ url: URL; bytes: number }> {
    return this.#within(limits, async (signal) => {
      const answer = await this.#open(address, signal, limits.mostBytes);
      let bytes = 0;
      const counted = counting(limits.mostBytes, (length) => {
        bytes += length;
        told(bytes, answer.bytes);
      });
      await pipeline(answer.body, counted, createWriteStream(path), { signal });
      if (answer.bytes !== null && bytes < answer.bytes)
        throw new Error(`${answer.url.host} stopped in the middle.`);
      return { url: answer.url, bytes };
    });
  }

  /** Sends something and reads the answer as text; a redirect is refused, since it would send it elsewhere. Throws unfit. */
  async send(
    address: string,
    { method, type, body, bytes }: Sending,
    limits: Limits,
    told: (bytes: number) => void = () => {},
  ): Promise<string> {
    return this.#within(limits, async (signal) => {
      const url = checkAddress(address, this.#trusted);
      const headers = { 'content-type': type, 'content-length': String(bytes) };
      const asked = this.#begin(url, signal, { method, headers });
      let sent = 0;
      const counted = counting(Infinity, (length) => told((sent += length)));
      const [answer] = await Promise.all([answered(asked, url), pipeline(body, counted, asked, { signal })]);
      const status = answer.statusCode ?? 0;
      const parts: Buffer[] = [];
      await pipeline(
        answer,
        counting(limits.mostBytes),
        async (source: AsyncIterable<Buffer>) => {
          for await (const part of source) parts.push(part);
        },
        { signal },
      );
      if (status < 200 || status >= 300)
        throw unfit(`${url.host} did not take it: it answered ${status}${MEANING[status] ?? ''}.`);
      return Buffer.concat(parts).toString('utf8');
    });
  }

  async #within<T>({ within, signal }: Limits, work: (signal: AbortSignal) => Promise<T>): Promise<T> {
    const deadline = AbortSignal.timeout(within);
    const either = signal ? AbortSignal.any([signal, deadline]) : deadline;
    // Whatever the other side does or leaves undone, this ends with the deadline.
    let ended = () => {};
    const over = new Promise<never>((_resolve, reject) => {
      ended = () => reject(either.reason as Error);
      either.addEventListener('abort', ended);
    });
    try {
      return await Promise.race([work(either), over]);
    } catch (error) {
      if (deadline.aborted)
        throw unfit(`It took longer than ${Math.round(within / 1000)} seconds and was given up.`);
      throw error;
    } finally {
      either.removeEventListener('abort', ended);
    }
  }

  async #open(address: string, signal: AbortSignal, mostBytes: number): Promise<Answer> {
    let url = checkAddress(address, this.#trusted);
    for (let redirects = 0; redirects <= MOST_REDIRECTS; redirects++) {
      const response = await this.#ask(url, signal);
      const status = response.statusCode ?? 0;
      const onward = response.headers.location;
      if (status >= 300 && status < 400 && onward) {
        response.destroy();
        url = checkAddress(URL.canParse(onward, url) ? new URL(onward, url).href : onward, this.#trusted);
        continue;
      }
      const refuse = (says: string) => {
        response.destroy();
        return unfit(says);
      };
      if (status !== 200) throw refuse(`${url.host} answered ${status}${MEANING[status] ?? ''}.`);
      const encoding = response.headers['content-encoding'] ?? 'identity';
      if (encoding !== 'identity')
        throw refuse(`${url.host} sent it compressed (${encoding}), though it was asked not to.`);
      const announced = Number(response.headers['content-length'] ?? Number.NaN);
      const bytes = Number.isFinite(announced) ? announced : null;
      if (bytes !== null && bytes > mostBytes) throw refuse(tooMuch(mostBytes));
      const type = (response.headers['content-type'] ?? '').split(';')[0]?.trim().toLowerCase() ?? '';
      return { url, type, bytes, body: response };
    }
    throw unfit(`This address leads on more than ${MOST_REDIRECTS} times.`);
  }

  #ask(url: URL, signal: AbortSignal): Promise<IncomingMessage> {
    const asked = this.#begin(url, signal, { method: 'GET', headers: {} });
    const answer = answered(asked, url);
    asked.end();
    return answer;
  }

  #begin(
    url: URL,
    signal: AbortSignal,
    { method, headers }: { method: string; headers: OutgoingHttpHeaders },
  ): ClientRequest {
    const ask = url.protocol === 'https:' ? requestHttps : requestHttp;
    const key = this.#keys[url.origin];
    return ask(url, {
      method,
      signal,
      agent: false,
      timeout: SILENCE,
      headers: {
        'user-agent': 'Placard',
        accept: '*/*',
        'accept-encoding': 'identity',
        ...(key ? { authorization: `Bearer ${key}` } : {}),
        ...headers,
      },
      ...(this.#trusted.includes(url.origin) ? {} : { lookup: publicLookup }),
    });
  }
}

function answered(asked: ClientRequest, url: URL): Promise<IncomingMessage> {
  return new Promise((resolve, reject) => {
    asked.on('timeout', () => asked.destroy(unfit(`${url.host} fell silent.`)));
    asked.on('response', (response) => {
      response.setTimeout(SILENCE, () => response.destroy(unfit(`${url.host} fell silent.`)));
      resolve(response);
    });
    asked.on('upgrade', (_response, socket) => {
      socket.destroy();
      reject(unfit(`${url.host} changed to another protocol, which Placard does not speak.`));
    });
    asked.on('error', (error: NodeJS.ErrnoException) => reject(inWords(error, url)));
    asked.on('close', () => reject(unfit(`${url.host} ended the connection without an answer.`)));
  });
}

/** A body that ends before its end, in words. */
const brokenOff = (url: URL) => (error: NodeJS.ErrnoException) => {
  const broken = ['ERR_STREAM_PREMATURE_CLOSE', 'ECONNRESET', 'HPE_INVALID_CHUNK_SIZE'].includes(
    error.code ?? '',
  );
  throw broken ? unfit(`${url.host} stopped in the middle. Try again later.`) : error;
};

const MEANING: Record<number, string> = {
  401: ': it wants a sign-in',
  403: ': it does not give this out',
  404: ': there is nothing at this address',
  410: ': it was taken away',
  429: ': it was asked too often',
};

function inWords(error: NodeJS.ErrnoException, url: URL): Error {
  if (error instanceof Refusal || error.name === 'AbortError') return error;
  if (error.code === 'EAI_AGAIN')
    return unfit(`Where ${url.hostname} is could not be found out just now; try again later.`);
  if (error.code === 'ENOTFOUND')
    return unfit(`There is no host called ${url.hostname}. Is the address spelt right?`);
  if (/^ERR_TLS|^ERR_SSL|CERT|^UNABLE_TO_VERIFY/.test(error.code ?? ''))
    return unfit(`${url.host} has no valid certificate, so nothing was fetched from it.`);
  return unfit(`${url.host} could not be reached. It may be down; try again later.`);
}

/** The first bytes of an answer as text, and the rest left; nothing of what is no text. */
async function firstText(response: IncomingMessage, most: number): Promise<string> {
  const type = response.headers['content-type'] ?? '';
  const parts: Buffer[] = [];
  let length = 0;
  const plain = (response.headers['content-encoding'] ?? 'identity') === 'identity';
  if (most > 0 && plain && /^(?:text\/|application\/(?:json|xml|xhtml))/i.test(type))
    for await (const part of response) {
      parts.push(part as Buffer);
      length += (part as Buffer).length;
      if (length >= most) break;
    }
  response.destroy();
  return new TextDecoder(charsetOf(type)).decode(Buffer.concat(parts).subarray(0, most));
}

function counting(mostBytes: number, told: (length: number) => void = () => {}): Transform {
  let length = 0;
  return new Transform({
    transform(part: Buffer, _encoding, done) {
      length += part.length;
      told(part.length);
      if (length > mostBytes) done(unfit(tooMuch(mostBytes)));
      else done(null, part);
    },
  });
}

const tooMuch = (mostBytes: number) => `It is larger than ${inBytes(mostBytes)}, the most that is fetched.`;

function charsetOf(type: string): string {
  const named = /charset=["']?([\w-]+)/i.exec(type)?.[1] ?? 'utf-8';
  try {
    return new TextDecoder(named).encoding;
  } catch {
    return 'utf-8';
  }
}
