import { createReadStream, createWriteStream, existsSync, mkdtempSync, statSync } from 'node:fs';
import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { fileURLToPath } from 'node:url';
import { paint } from '../paint/paint.ts';
import { html, json, safe, switched, text } from '../switchboard.ts';
import { FILMS, type Film } from './films.ts';

const MEDIA = fileURLToPath(new URL('../../demo/media/', import.meta.url));
const PER_PAGE = 24;

/**
 * Lanternreel plays a video host: films to find, a film's page with its embed code and all the usual
 * clutter, a player that may be framed, and an interface that receives films.
 *   GET  /search?words=&page=1        JSON {total, films}
 *   GET  /film/{id}                   the film's page; the embed code stands in a text field
 *   GET  /player/{id}, /quiet/player/{id}   the player, and one that keeps nothing in the browser
 *   GET  /oembed?url=…
 *   GET  /media/{id}, /still/{id}.jpg, /captions/{id}/{language}
 *   POST /films?account=…             JSON {title, description, language, audience, people} → {id}
 *   PUT  /films/{id}/content          the film itself (video/mp4, video/webm) → {id, page, player}
 *   PUT  /films/{id}/captions/{language}   a WebVTT file
 */
export function lanternreel(port: number): Server {
  const origin = `http://127.0.0.1:${port}`;
  const received = mkdtempSync(join(tmpdir(), 'lanternreel-'));
  const films = new Map(FILMS.map((film) => [film.id, { ...film, file: `${MEDIA}${film.file}` }]));
  return switched('Lanternreel', answer);

  async function answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? '/', origin);
    const [, kind = '', name = '', part, language = ''] = url.pathname.split('/');
    if (kind === 'search') return json(response, search(url.searchParams));
    if (kind === 'oembed') return oembed(response, url.searchParams);
    if (kind === 'quiet' && name === 'player') {
      const quiet = films.get(part ?? '');
      if (quiet) return html(response, player(quiet, url.searchParams, true));
    }
    if (kind === 'films' && request.method === 'POST')
      return announce(request, response, url.searchParams.get('account') ?? '');
    const film = films.get(name.replace(/\.jpg$/, ''));
    if (!film) return text(response, 404, 'There is no film here.');
    if (kind === 'films' && request.method === 'PUT') return receive(request, response, film, part, language);
    if (kind === 'film') return html(response, filmPage(film, origin));
    if (kind === 'player') return html(response, player(film, url.searchParams, false));
    if (kind === 'media') return media(request.headers.range, response, film.file);
    if (kind === 'captions') return vtt(response, film.captions[part ?? '']);
    if (kind === 'still') return jpeg(response, await paint(film.still, 1280));
    return text(response, 404, 'There is nothing here.');
  }

  function search(given: URLSearchParams) {
    const words = (given.get('words') ?? '').toLowerCase().split(/\s+/).filter(Boolean);
    const found = [...films.values()].filter(
      ({ title, description, owner, file }) =>
        existsSync(file) &&
        words.every((word) => `${title} ${description} ${owner}`.toLowerCase().includes(word)),
    );
    const from = (Math.max(1, Number(given.get('page') ?? 1)) - 1) * PER_PAGE;
    return {
      total: found.length,
      films: found.slice(from, from + PER_PAGE).map(({ id, title, description, owner, seconds }) => ({
        id,
        title,
        description,
        owner,
        seconds,
        page: `${origin}/film/${id}`,
        player: `${origin}/player/${id}`,
        still: `${origin}/still/${id}.jpg`,
        width: 1280,
        height: 720,
      })),
    };
  }

  function oembed(response: ServerResponse, asked: URLSearchParams): void {
    const address = asked.get('url') ?? '';
    const [, , id = ''] = URL.canParse(address) ? new URL(address).pathname.split('/') : [];
    const film = films.get(id);
    if (!film) return json(response, { error: 'no film' }, 404);
    return json(response, {
      version: '1.0',
      type: 'video',
      title: film.title,
      author_name: film.owner,
      provider_name: 'Lanternreel',
      html: embedCode(film, origin),
      width: 560,
      height: 315,
      thumbnail_url: `${origin}/still/${film.id}.jpg`,
      cache_age: 3600,
    });
  }

  async function announce(request: IncomingMessage, response: ServerResponse, account: string) {
    if (account === '') return text(response, 403, 'Sending wants an account.');
    const given = JSON.parse((await bodyOf(request)).toString('utf8')) as Partial<Film>;
    const id = `r${String(films.size)}${Math.random().toString(36).slice(2, 7)}`;
    films.set(id, {
      id,
      title: String(given.title),
      description: String(given.description),
      owner: account,
      seconds: 0,
      file: join(received, id),
      still: { scene: 'stars', colour: 'violet', seed: films.size, width: 1280, height: 720 },
      language: String(given.language),
      audience: given.audience ?? 'everyone',
      captions: {},
    });
    return json(response, { id }, 201);
  }

  async function receive(
    request: IncomingMessage,
    response: ServerResponse,
    film: Film,
    part: string | undefined,
    language: string,
  ) {
    if (part === 'captions') {
      film.captions[language] = (await bodyOf(request)).toString('utf8');
      return json(response, {});
    }
    await pipeline(request, createWriteStream(`${film.file}.part`));
    await pipeline(createReadStream(`${film.file}.part`), createWriteStream(film.file));
    const { id } = film;
    return json(response, { id, page: `${origin}/film/${id}`, player: `${origin}/player/${id}` });
  }
}

async function bodyOf(request: IncomingMessage): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

function embedCode(film: Film, origin: string): string {
  return `<script>window.lrq=window.lrq||[];lrq.push(["view","${film.id}"])</script>
<div style="left:0;width:100%;height:0;position:relative;padding-bottom:56.25%"><iframe width="560" height="315" src="${origin}/player/${film.id}?si=8fJ2_kd&utm_source=share" title="${safe(film.title)}" frameborder="0" allow="autoplay; fullscreen; camera; clipboard-write" onload="lrq.push(['shown'])" allowfullscreen></iframe></div>
<a href="${origin}/?ref=embed">Watch more on Lanternreel</a>`;
}

function filmPage(film: Film, origin: string): string {
  const whom = { everyone: 'everyone', ours: 'our people', named: 'named people' }[film.audience];
  return `<!doctype html><meta charset="utf-8"><title>${safe(film.title)} · Lanternreel</title><link rel="alternate" type="application/json+oembed" href="${origin}/oembed?url=${encodeURIComponent(`${origin}/film/${film.id}`)}"><h1>${safe(film.title)}</h1><p>by ${safe(film.owner)}, ${film.seconds} s, for ${whom}</p><p>${safe(film.description)}</p><textarea rows="8" cols="80" readonly>${safe(embedCode(film, origin))}</textarea>`;
}

/** The player, as its address asks: from= and until= in seconds or 1m2s, look=night, controls=none, speak=, captions=on, others=none. */
function player(film: Film, asked: URLSearchParams, quiet: boolean): string {
  const tracks = Object.keys(film.captions).map(
    (language) =>
      `<track kind="captions" srclang="${safe(language)}" src="/captions/${film.id}/${safe(language)}"${asked.get('captions') === 'off' ? '' : ' default'}>`,
  );
  const night = asked.get('look') !== 'day';
  const from = seconds(asked.get('from'));
  const until = seconds(asked.get('until'));
  const others = asked.get('others') === 'none' ? '' : '<aside>More films by other people</aside>';
  return `<!doctype html><html lang="${safe(asked.get('speak') ?? film.language)}"><meta charset="utf-8"><title>${safe(film.title)}</title>
<style>html,body{margin:0;height:100%;background:${night ? '#000' : '#f4f4f0'};color:${night ? '#fff' : '#111'};font:15px sans-serif}video{width:100%;height:100%;object-fit:contain;display:block}p{position:absolute;left:12px;top:8px;margin:0;text-shadow:0 1px 3px ${night ? '#000' : '#fff'}}aside{position:absolute;right:12px;top:8px;font-size:12px;opacity:.8}</style>
<video ${asked.get('controls') === 'none' ? '' : 'controls '}muted preload="auto" src="/media/${film.id}#t=${from ?? 0}${until === null ? '' : `,${until}`}">${tracks.join('')}</video><p>${safe(film.title)}</p>${others}
${quiet ? '' : '<script>try{localStorage.setItem("lr-seen",Date.now())}catch{}</script>'}</html>`;
}

function seconds(text: string | null): number | null {
  const found = /^(?:(\d+)m)?(\d+)s?$/.exec(text ?? '');
  return found ? Number(found[1] ?? 0) * 60 + Number(found[2]) : null;
}

function media(range: string | undefined, response: ServerResponse, path: string): void {
  if (!existsSync(path)) return text(response, 404, 'There is no film here.');
  const { size } = statSync(path);
  const match = /^bytes=(\d+)-(\d*)$/.exec(range ?? '');
  const start = match ? Number(match[1]) : 0;
  const end = match?.[2] ? Math.min(Number(match[2]), size - 1) : size - 1;
  response.writeHead(match ? 206 : 200, {
    'content-type': 'video/mp4',
    'accept-ranges': 'bytes',
    'content-length': end - start + 1,
    ...(match ? { 'content-range': `bytes ${start}-${end}/${size}` } : {}),
  });
  createReadStream(path, { start, end }).pipe(response);
}

function vtt(response: ServerResponse, body: string | undefined): void {
  if (body === undefined) return text(response, 404, 'There are no captions here.');
  response.writeHead(200, { 'content-type': 'text/vtt; charset=utf-8' }).end(body);
}

function jpeg(response: ServerResponse, body: Buffer): void {
  response.writeHead(200, { 'content-type': 'image/jpeg', 'content-length': body.length }).end(body);
}
