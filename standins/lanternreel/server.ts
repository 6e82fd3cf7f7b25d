import { createReadStream, existsSync, statSync } from 'node:fs';
import { createServer, type Server, type ServerResponse } from 'node:http';
import { fileURLToPath } from 'node:url';

/** The films this host has; the addresses of their players end in the id. */
const FILMS = [
  {
    id: 'q7Ztturn',
    title: 'One night in forty seconds',
    owner: 'Ilse Varga',
    seconds: 8,
    file: 'turning-sky.mp4',
  },
  {
    id: 'k2Aafind',
    title: 'Aligning a finder scope',
    owner: 'Odd Farrow',
    seconds: 10,
    file: 'finder-scope.mp4',
  },
];

const MEDIA = fileURLToPath(new URL('../../demo/media/', import.meta.url));

/**
 * Lanternreel plays a video host: a film's page with its embed code and all the usual clutter,
 * and a player that may be framed.
 *   GET /film/{id}     the film's page; the embed code stands in a text field
 *   GET /player/{id}   the player
 *   GET /media/{id}    the film itself
 */
export function lanternreel(port: number): Server {
  const origin = `http://127.0.0.1:${port}`;
  return createServer((request, response) => {
    const { pathname } = new URL(request.url ?? '/', origin);
    const [, kind, id] = pathname.split('/');
    const film = FILMS.find((film) => film.id === id);
    if (!film) return text(response, 404, 'There is no film here.');
    if (kind === 'film') return html(response, filmPage(film, origin));
    if (kind === 'player') return html(response, player(film));
    if (kind === 'media') return media(request.headers.range, response, `${MEDIA}${film.file}`);
    return text(response, 404, 'There is nothing here.');
  });
}

type Film = (typeof FILMS)[number];

function embedCode(film: Film, origin: string): string {
  return `<script>window.lrq=window.lrq||[];lrq.push(["view","${film.id}"])</script>
<div style="left:0;width:100%;height:0;position:relative;padding-bottom:56.25%"><iframe width="560" height="315" src="${origin}/player/${film.id}?si=8fJ2_kd&utm_source=share" title="${film.title}" frameborder="0" allow="autoplay; fullscreen; camera; clipboard-write" onload="lrq.push(['shown'])" allowfullscreen></iframe></div>
<a href="${origin}/?ref=embed">Watch more on Lanternreel</a>`;
}

function filmPage(film: Film, origin: string): string {
  return `<!doctype html><meta charset="utf-8"><title>${film.title} · Lanternreel</title><h1>${film.title}</h1><p>by ${film.owner}, ${film.seconds} s</p><textarea rows="8" cols="80" readonly>${embedCode(film, origin).replaceAll('&', '&amp;').replaceAll('<', '&lt;')}</textarea>`;
}

function player(film: Film): string {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${film.title}</title>
<style>html,body{margin:0;height:100%;background:#000;color:#fff;font:15px sans-serif}video{width:100%;height:100%;object-fit:contain;display:block}p{position:absolute;left:12px;top:8px;margin:0;text-shadow:0 1px 3px #000}</style>
<video controls muted preload="auto" src="/media/${film.id}"></video><p>${film.title}</p></html>`;
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

function html(response: ServerResponse, body: string): void {
  response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(body);
}

function text(response: ServerResponse, status: number, body: string): void {
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8' }).end(body);
}
