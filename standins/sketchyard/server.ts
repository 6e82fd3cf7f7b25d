import type { Server } from 'node:http';
import { html, json, safe, script, switched, text } from '../switchboard.ts';

interface Sketch {
  title: string;
  by: string;
  source: string;
}

const SKETCHES: Record<string, Sketch> = {
  circles: {
    title: 'Nine circles',
    by: 'Tamsin Reed',
    source: 'for (let ring = 1; ring < 10; ring++)\n  circle(160, 90, ring * 9);',
  },
  moons: {
    title: 'Moons around a dot',
    by: 'Odd Farrow',
    source: 'dot(160, 90, 12);\nfor (const moon of [28, 44, 70])\n  orbit(160, 90, moon, 3);',
  },
};

/**
 * Sketchyard plays a host of small drawings made with code, which gives each out as a frame, as a script, and as an
 * element of its own.
 *   GET /s/{id}                     the sketch's page, with its three codes
 *   GET /s/{id}/frame?look=night&shows=code&wait=yes
 *   GET /s/{id}.js                  writes the frame where it stands; data-look, data-shows, data-wait
 *   GET /pad.js                     the element <sketch-pad of="{id}">
 *   GET /oembed?url=…
 */
export function sketchyard(port: number): Server {
  const origin = `http://127.0.0.1:${port}`;
  return switched('Sketchyard', (request, response) => {
    const url = new URL(request.url ?? '/', origin);
    const [, kind = '', name = '', part = ''] = url.pathname.split('/');
    if (kind === 'pad.js') return script(response, pad(origin));
    if (kind === 'oembed') return oembed(url.searchParams.get('url') ?? '');
    const id = name.replace(/\.js$/, '');
    const sketch = SKETCHES[id];
    if (kind !== 's' || !sketch) return text(response, 404, 'There is no sketch here.');
    if (name.endsWith('.js')) return script(response, writer(origin, id, sketch));
    if (part === 'frame') return html(response, framed(sketch, url.searchParams, id));
    return html(response, page(sketch, origin, id));

    function oembed(address: string) {
      const [, , of = ''] = URL.canParse(address) ? new URL(address).pathname.split('/') : [];
      const found = SKETCHES[of];
      if (!found) return json(response, { error: 'no sketch' }, 404);
      return json(response, {
        version: '1.0',
        type: 'rich',
        title: found.title,
        author_name: found.by,
        provider_name: 'Sketchyard',
        html: frameCode(found, origin, of),
        width: 640,
        height: 360,
        cache_age: 600,
      });
    }
  });
}

const frameCode = ({ title }: Sketch, origin: string, id: string) =>
  `<iframe height="360" style="width: 100%;" scrolling="no" title="${safe(title)}" src="${origin}/s/${id}/frame?shows=drawing" frameborder="no" loading="lazy" allowtransparency="true" allowfullscreen="true"></iframe>`;

function page(sketch: Sketch, origin: string, id: string): string {
  const codes = [
    frameCode(sketch, origin, id),
    `<div class="sketch-place" data-look="night"><a href="${origin}/s/${id}">${safe(sketch.title)}</a></div>\n<script async src="${origin}/s/${id}.js" data-look="night"></script>`,
    `<sketch-pad of="${id}" look="day">${safe(sketch.title)}</sketch-pad>\n<script type="module" src="${origin}/pad.js"></script>`,
  ];
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${safe(sketch.title)} · Sketchyard</title><link rel="alternate" type="application/json+oembed" href="${origin}/oembed?url=${encodeURIComponent(`${origin}/s/${id}`)}"><h1>${safe(sketch.title)}</h1><p>by ${safe(sketch.by)}</p>${codes.map((code) => `<textarea rows="4" cols="90" readonly>${safe(code)}</textarea>`).join('')}`;
}

function framed(sketch: Sketch, asked: URLSearchParams, id: string): string {
  const night = asked.get('look') === 'night';
  const [ground, ink] = night ? ['#14181f', '#e8e2d0'] : ['#fffdf6', '#22262c'];
  const shows = asked.get('shows') ?? 'both';
  const waits = asked.get('wait') === 'yes';
  const again = new URLSearchParams(asked);
  again.set('wait', 'no');
  const inside = waits
    ? `<a href="/s/${id}/frame?${again}">Draw it</a>`
    : `${shows === 'code' ? '' : '<canvas width="320" height="180"></canvas>'}${shows === 'drawing' ? '' : `<pre>${safe(sketch.source)}</pre>`}`;
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${safe(sketch.title)}</title><style>body{margin:0;background:${ground};color:${ink};font:15px monospace;display:flex;flex-wrap:wrap;align-items:center;min-height:100vh}canvas{width:min(100%,60vh * 16 / 9)}pre{padding:1em}a{margin:auto;color:inherit;font-size:1.4em}</style>${inside}
<script>const c=document.querySelector('canvas')?.getContext('2d');if(c){c.strokeStyle=c.fillStyle='${ink}';const circle=(x,y,r)=>{c.beginPath();c.arc(x,y,r,0,7);c.stroke()};const dot=(x,y,r)=>{c.beginPath();c.arc(x,y,r,0,7);c.fill()};const orbit=(x,y,r,s)=>{circle(x,y,r);dot(x+r,y,s)};${sketch.source}}</script></html>`;
}

const writer = (origin: string, id: string, { title }: Sketch) => `(() => {
  const me = document.currentScript;
  const place = document.createElement('iframe');
  const asked = new URLSearchParams({ shows: me.dataset.shows ?? 'drawing', look: me.dataset.look ?? 'day', wait: me.dataset.wait ?? 'no' });
  place.src = ${JSON.stringify(`${origin}/s/${id}/frame?`)} + asked;
  place.title = ${JSON.stringify(title)};
  place.style.cssText = 'display:block;width:100%;border:0;height:' + Math.round(document.documentElement.clientWidth * 9 / 16) + 'px';
  (document.querySelector('.sketch-place') ?? me).replaceWith(place);
})();`;

const pad = (origin: string) => `customElements.define('sketch-pad', class extends HTMLElement {
  connectedCallback() {
    const place = document.createElement('iframe');
    place.src = ${JSON.stringify(`${origin}/s/`)} + encodeURIComponent(this.getAttribute('of')) + '/frame?look=' + (this.getAttribute('look') ?? 'day');
    place.title = this.textContent;
    place.style.cssText = 'display:block;width:100%;border:0;height:300px';
    this.replaceChildren(place);
  }
});`;
