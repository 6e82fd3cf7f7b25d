import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';

/** How a stand-in can be told to behave. */
const MODES = {
  well: 'answers as it should',
  slow: 'takes four seconds over everything',
  wrong: 'answers with nonsense and an error',
  gone: 'has nothing at any address any more',
  silent: 'never answers',
  moved: 'leads everything on to another address for good',
  unframed: 'lets nobody frame it',
} as const;
type Mode = keyof typeof MODES;

const SLOW = 4_000;

type Answer = (request: IncomingMessage, response: ServerResponse) => Promise<void> | void;

/**
 * A server with a switchboard of its own, so that people and tests can see what becomes of a page when its host misbehaves:
 *   GET  /switchboard               a page with a button for each way
 *   POST /switchboard?to={mode}     from now on it behaves so
 *   GET  /robots.txt                lets everybody look at everything but /private
 */
export function switched(name: string, answer: Answer): Server {
  let mode: Mode = 'well';
  return createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://standin');
    if (pathname === '/switchboard') {
      const to = searchParams.get('to') ?? '';
      if (request.method === 'POST' && to in MODES) mode = to as Mode;
      return void html(response, board(name, mode));
    }
    if (mode === 'silent') return;
    if (pathname === '/robots.txt')
      return void response
        .writeHead(200, { 'content-type': 'text/plain' })
        .end('User-agent: *\nDisallow: /private\n');
    if (mode === 'gone') return void text(response, 404, 'There is nothing here any more.');
    if (mode === 'wrong') return void text(response, 500, '<<< {"type": "vid');
    if (mode === 'moved' && !pathname.startsWith('/moved'))
      return void response.writeHead(301, { location: `/moved${request.url ?? '/'}` }).end();
    if (mode === 'unframed') response.setHeader('x-frame-options', 'DENY');
    if (pathname.startsWith('/moved')) request.url = (request.url ?? '').slice('/moved'.length) || '/';
    const work = () =>
      Promise.resolve(answer(request, response)).catch(() => {
        if (response.headersSent) response.destroy();
        else text(response, 500, 'It broke.');
      });
    if (mode === 'slow') setTimeout(() => void work(), SLOW);
    else void work();
  });
}

const board = (
  name: string,
  now: Mode,
) => `<!doctype html><html lang="en"><meta charset="utf-8"><title>${name}: switchboard</title>
<style>body{font:16px sans-serif;margin:2rem;max-width:34rem}button{display:block;margin:.4rem 0;padding:.4rem .8rem;width:100%;text-align:left}</style>
<h1>${name}</h1><p>It ${MODES[now]}.</p><form method="post">${Object.entries(MODES)
  .map(
    ([mode, says]) =>
      `<button formaction="/switchboard?to=${mode}"${mode === now ? ' disabled' : ''}>It ${says}</button>`,
  )
  .join('')}</form></html>`;

export function html(response: ServerResponse, body: string, headers: Record<string, string> = {}): void {
  response.writeHead(200, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(body);
}

export function json(response: ServerResponse, body: object, status = 200): void {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
}

export function script(response: ServerResponse, body: string): void {
  response
    .writeHead(200, { 'content-type': 'text/javascript; charset=utf-8', 'access-control-allow-origin': '*' })
    .end(body);
}

export function text(response: ServerResponse, status: number, body: string): void {
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8' }).end(body);
}

/** Words as they may stand in HTML, in quotes too. */
export const safe = (words: string): string =>
  words.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');
