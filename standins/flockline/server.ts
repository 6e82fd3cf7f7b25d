import type { Server } from 'node:http';
import { paint } from '../paint/paint.ts';
import { html, json, safe, script, switched, text } from '../switchboard.ts';

interface Post {
  who: string;
  name: string;
  words: string;
  day: string;
  picture: boolean;
}

const POSTS: Record<string, Post> = {
  '77': {
    who: 'wren',
    name: 'Wren Oakes',
    words: 'First frost on the dome — bring gloves. Gate at six, tea in the workshop after nine.',
    day: '3 November 2026',
    picture: true,
  },
  '81': {
    who: 'wren',
    name: 'Wren Oakes',
    words: 'The rings, through the small telescope. Nobody wanted to go home.',
    day: '12 November 2026',
    picture: true,
  },
  '90': {
    who: 'wren',
    name: 'Wren Oakes',
    words: 'Cloud. Cards in the workshop instead.',
    day: '20 November 2026',
    picture: false,
  },
};

/**
 * Flockline plays a place where people post short words, which gives them out as a quotation that a script dresses up.
 *   GET /{who}                    somebody's posts
 *   GET /{who}/p/{post}           one post, with its code
 *   GET /{who}/p/{post}/photo     the photo of it alone
 *   GET /widget.js                dresses up every .flk-post and .flk-feed of a page
 *   GET /posts.json?of={post|who} what the script asks for
 *   GET /oembed?url=…&format=json|xml
 * Its pictures lie on another host, at the next port.
 */
export function flockline(port: number): Server {
  const origin = `http://127.0.0.1:${port}`;
  const pictures = `http://127.0.0.1:${port + 1}`;
  return switched('Flockline', (request, response) => {
    const url = new URL(request.url ?? '/', origin);
    const [, who = '', kind = '', id = '', part = ''] = url.pathname.split('/');
    if (who === 'widget.js') return script(response, widget(origin));
    if (who === 'posts.json') {
      const of = url.searchParams.get('of') ?? '';
      response.setHeader('access-control-allow-origin', '*');
      return json(
        response,
        Object.entries(POSTS)
          .filter(([post, { who: by }]) => post === of || by === of)
          .map(([post, one]) => ({ ...one, post, picture: one.picture ? `${pictures}/${post}.jpg` : null })),
      );
    }
    if (who === 'oembed')
      return oembed(url.searchParams.get('url') ?? '', url.searchParams.get('format') ?? 'json');
    const post = POSTS[id];
    if (kind === 'p' && post && part === 'photo')
      return html(response, discovered(`${url.href}`, 'Photo', `<img src="${pictures}/${id}.jpg" alt="">`));
    if (kind === 'p' && post)
      return html(
        response,
        discovered(
          url.href,
          `${post.name}: ${post.words}`,
          `<textarea rows="5" cols="90" readonly>${safe(code(origin, id, post))}</textarea>`,
        ),
      );
    if (who === 'wren')
      return html(
        response,
        discovered(
          url.href,
          'Posts by Wren Oakes',
          `<textarea rows="5" cols="90" readonly>${safe(feed(origin))}</textarea>`,
        ),
      );
    return text(response, 404, 'Nobody of that name posts here.');

    function oembed(address: string, format: string) {
      const [, name = '', , of = '', what = ''] = URL.canParse(address)
        ? new URL(address).pathname.split('/')
        : [];
      const found = POSTS[of];
      const answer: Record<string, string | number> | null =
        found && what === 'photo'
          ? { type: 'photo', title: found.words, url: `${pictures}/${of}.jpg`, width: 1200, height: 800 }
          : found
            ? { type: 'rich', html: code(origin, of, found), width: 550, height: 400 }
            : name === 'wren'
              ? { type: 'rich', html: feed(origin), width: 550, height: 400 }
              : null;
      if (!answer) return json(response, { error: 'nobody' }, 404);
      const whole = {
        version: '1.0',
        provider_name: 'Flockline',
        author_name: found?.name ?? 'Wren Oakes',
        author_url: `${origin}/wren`,
        cache_age: 300,
        ...answer,
      };
      if (format !== 'xml') return json(response, whole);
      response.writeHead(200, { 'content-type': 'text/xml; charset=utf-8' }).end(
        `<?xml version="1.0" encoding="utf-8"?><oembed>${Object.entries(whole)
          .map(([name_, value]) => `<${name_}>${safe(String(value))}</${name_}>`)
          .join('')}</oembed>`,
      );
    }

    function discovered(address: string, title: string, body: string): string {
      return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${safe(title)}</title><link rel="alternate" type="text/xml+oembed" href="${origin}/oembed?format=xml&amp;url=${encodeURIComponent(address)}"><h1>${safe(title)}</h1>${body}`;
    }
  });
}

/** Where Flockline's pictures lie. */
export function flocklinePictures(): Server {
  return switched('Flockline’s pictures', async (request, response) => {
    const id = /^\/(\d+)\.jpg$/.exec(request.url ?? '')?.[1];
    if (id === undefined) return text(response, 404, 'There is no picture here.');
    const picture = await paint(
      { scene: 'stars', colour: 'blue', seed: Number(id), width: 1200, height: 800 },
      1200,
    );
    response.writeHead(200, { 'content-type': 'image/jpeg', 'content-length': picture.length }).end(picture);
  });
}

const code = (origin: string, id: string, { who, name, words, day }: Post) =>
  `<blockquote class="flk-post" data-post="${id}" cite="${origin}/${who}/p/${id}?flkclid=8Zk"><p lang="en" dir="ltr">${safe(words)}</p>&mdash; ${safe(name)} (@${who}) <a href="${origin}/${who}/p/${id}?utm_source=embed">${day}</a></blockquote> <script async src="${origin}/widget.js" charset="utf-8"></script>`;

const feed = (origin: string) =>
  `<blockquote class="flk-feed" data-of="wren"><a href="${origin}/wren?utm_source=embed">Posts by Wren Oakes</a></blockquote> <script async src="${origin}/widget.js" charset="utf-8"></script>`;

const widget = (origin: string) => `(async () => {
  for (const place of document.querySelectorAll('.flk-post, .flk-feed')) {
    const of = place.dataset.post ?? place.dataset.of;
    const posts = await (await fetch(${JSON.stringify(`${origin}/posts.json?of=`)} + encodeURIComponent(of))).json();
    const box = document.createElement('div');
    box.style.cssText = 'font:15px/1.4 sans-serif;border:1px solid #9aa5b1;border-radius:10px;padding:12px 14px;background:#fff;color:#1b2733';
    for (const post of posts) {
      const one = document.createElement('article');
      const words = document.createElement('p');
      words.textContent = post.words;
      const by = document.createElement('small');
      by.textContent = post.name + ', ' + post.day;
      one.append(words, by);
      if (post.picture) {
        const picture = new Image();
        picture.src = post.picture;
        picture.alt = '';
        picture.style.cssText = 'display:block;width:100%;aspect-ratio:3/2;object-fit:cover;border-radius:8px;margin-top:8px;background:#dde4ea';
        one.append(picture);
      }
      const link = document.createElement('a');
      link.href = ${JSON.stringify(`${origin}/`)} + post.who + '/p/' + post.post;
      link.target = '_blank';
      link.textContent = 'Open on Flockline';
      one.append(document.createElement('br'), link);
      box.append(one);
    }
    place.replaceWith(box);
  }
})();`;
