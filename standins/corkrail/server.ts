import type { Server } from 'node:http';
import { html, switched, text } from '../switchboard.ts';

/**
 * Corkrail plays a board of pinned cards, which gives out an iframe wrapped in styled divs.
 *   GET /board/{id}?cards=3 the board, as it shows in a frame
 *   GET /board/{id}/code    its embed code
 */
export function corkrail(port: number): Server {
  const origin = `http://127.0.0.1:${port}`;
  return switched('Corkrail', (request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', origin);
    if (pathname === '/board/autumn-sky/code') return text(response, 200, code(origin));
    if (pathname === '/board/autumn-sky') return html(response, board(searchParams.get('cards') ?? '6'));
    return text(response, 404, 'There is no board here.');
  });
}

function code(origin: string): string {
  return `<div class="ckr-wrap" style="border:1px solid #ccc;border-radius:8px;overflow:hidden"><div style="position:relative;padding-bottom:75%;height:0"><iframe src="${origin}/board/autumn-sky?utm_medium=embed" style="position:absolute;inset:0;width:100%;height:100%" frameborder="0" scrolling="no"></iframe></div><p style="font-size:11px">Made with <a href="${origin}">Corkrail</a></p></div>`;
}

const CARDS = [
  'Red torch, not white',
  'Gate closes at one',
  'Bring a chair',
  'Saturn after ten',
  'Tea in the workshop',
  'Dogs on leads',
];

const board = (
  cards: string,
) => `<!doctype html><html lang="en"><meta charset="utf-8"><title>Autumn sky, the board</title>
<style>body{margin:0;padding:4%;background:#c8a878;font:16px Georgia,serif;display:grid;grid-template-columns:repeat(3,1fr);gap:4%}
div{background:#fdf6e3;padding:14% 8%;box-shadow:0 2px 5px #0005;text-align:center}div:nth-child(odd){transform:rotate(-2deg)}div:nth-child(3n){transform:rotate(2deg)}</style>
${CARDS.slice(0, Number(cards) || 6)
  .map((card) => `<div>${card}</div>`)
  .join('')}</html>`;
