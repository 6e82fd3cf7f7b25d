import type { Server } from 'node:http';
import { paint } from '../paint/paint.ts';
import { html, switched, text } from '../switchboard.ts';

/**
 * Hillshade plays a map of the sky, which does not let its own page be framed, and another address of it that does.
 *   GET /map/{place}          the map's page; framed by nobody else (X-Frame-Options)
 *   GET /map/{place}/pane     the same for framing by anybody (frame-ancestors *)
 *   GET /map/{place}/club     framed by one club alone
 *   GET /still/{place}.jpg
 */
export function hillshade(port: number): Server {
  const origin = `http://127.0.0.1:${port}`;
  return switched('Hillshade', async (request, response) => {
    const url = new URL(request.url ?? '/', origin);
    const [, kind = '', place = '', part = ''] = url.pathname.split('/');
    if (kind === 'still') {
      const still = await paint({ scene: 'hills', colour: 'blue', seed: 41, width: 1280, height: 720 }, 960);
      response.writeHead(200, { 'content-type': 'image/jpeg', 'content-length': still.length }).end(still);
      return;
    }
    if (kind !== 'map' || !/^[a-z0-9-]{1,40}$/.test(place))
      return text(response, 404, 'There is no map here.');
    const title = `The sky over ${place.replaceAll('-', ' ')}`;
    if (part === 'pane')
      return html(response, map(title), { 'content-security-policy': 'frame-ancestors *' });
    if (part === 'club')
      return html(response, map(title), {
        'content-security-policy': "frame-ancestors 'self' https://club.example",
      });
    return html(
      response,
      `<!doctype html><html lang="en"><meta charset="utf-8"><title>${title} · Hillshade</title><meta name="description" content="What is up tonight, hour by hour, with the hills around."><meta property="og:site_name" content="Hillshade"><meta property="og:image" content="/still/${place}.jpg"><h1>${title}</h1><h2 id="tonight">Tonight</h2>${map(title)}`,
      { 'x-frame-options': 'SAMEORIGIN' },
    );
  });
}

const STARS = Array.from({ length: 90 }, (_, at) => {
  const [x, y] = [(at * 197) % 640, (at * 89) % 250];
  return `<circle cx="${x}" cy="${y}" r="${1 + (at % 3) * 0.6}" fill="#fff"/>`;
}).join('');

const map = (title: string) => `<!doctype html><html lang="en"><meta charset="utf-8"><title>${title}</title>
<style>html,body{margin:0;height:100%;background:#0b1224;color:#dfe6f5;font:14px sans-serif}svg{display:block;width:100%;height:calc(100% - 34px)}p{margin:0;padding:8px 12px}</style>
<svg viewBox="0 0 640 300" preserveAspectRatio="xMidYMid slice" role="img" aria-label="${title}">${STARS}<path d="M0 300V240l90-46 70 30 120-74 96 60 84-34 180 70v54z" fill="#05080f"/></svg><p id="hour"></p>
<script>document.getElementById('hour').textContent = 'At ' + new Date().getHours() + ' o’clock';</script>`;
