import { createServer, type Server, type ServerResponse } from 'node:http';
import { draw, PICTURES, type Picture } from './pictures.ts';

const PER_PAGE = 24;

/**
 * Commonfield plays a catalogue of freely licensed pictures.
 *   GET /search?words=&colour=&shape=&kind=&commercial=yes&changes=yes&page=1   JSON {total, pictures}
 *   GET /picture/{number}           a web page with the picture, its creator and licence (JSON-LD, rel=license)
 *   GET /people/{id}                a creator's page, with all their pictures
 *   GET /files/{number}.jpg         the picture;  GET /small/{number}.jpg  360 pixels wide
 */
export function commonfield(port: number): Server {
  const origin = `http://127.0.0.1:${port}`;
  return createServer((request, response) => {
    const url = new URL(request.url ?? '/', origin);
    const [, where = '', name = ''] = url.pathname.split('/');
    const picture = PICTURES.find(({ number }) => number === name.replace(/\.jpg$/, ''));
    if (where === 'search') return json(response, search(url.searchParams, origin));
    if (where === 'people') return html(response, people(name, origin));
    if (!picture) return html(response, '<!doctype html><title>Nothing here</title>', 404);
    if (where === 'picture') return html(response, page(picture, origin));
    const width = where === 'small' ? 360 : picture.width;
    draw(picture, width).then(
      (jpeg) =>
        response.writeHead(200, { 'content-type': 'image/jpeg', 'content-length': jpeg.length }).end(jpeg),
      () => html(response, '<!doctype html><title>Broken</title>', 500),
    );
  });
}

function search(given: URLSearchParams, origin: string) {
  const words = (given.get('words') ?? '').toLowerCase().split(/\s+/).filter(Boolean);
  const same = (name: 'colour' | 'shape' | 'kind', picture: Picture) =>
    !given.get(name) || given.get(name) === picture[name];
  const found = PICTURES.filter(
    (picture) =>
      words.every((word) =>
        `${picture.title} ${picture.description} ${picture.creator}`.toLowerCase().includes(word),
      ) &&
      same('colour', picture) &&
      same('shape', picture) &&
      same('kind', picture) &&
      !(given.get('commercial') === 'yes' && picture.licence.includes('-nc')) &&
      !(given.get('changes') === 'yes' && picture.licence.includes('-nd')),
  );
  const from = (Math.max(1, Number(given.get('page') ?? 1)) - 1) * PER_PAGE;
  return {
    total: found.length,
    pictures: found.slice(from, from + PER_PAGE).map((picture) => ({
      number: picture.number,
      title: picture.title,
      description: picture.description,
      page: `${origin}/picture/${picture.number}`,
      file: `${origin}/files/${picture.number}.jpg`,
      small: `${origin}/small/${picture.number}.jpg`,
      width: picture.width,
      height: picture.height,
      creator: picture.creator,
      creatorPage: `${origin}/people/${picture.creatorId}`,
      licence: picture.licence,
    })),
  };
}

function page(picture: Picture, origin: string): string {
  const { number, title, description, creator, creatorId, licence, width, height } = picture;
  const linked = {
    '@context': 'https://schema.org',
    '@type': 'ImageObject',
    contentUrl: `${origin}/files/${number}.jpg`,
    name: title,
    description,
    license: licence,
    acquireLicensePage: `${origin}/picture/${number}`,
    creditText: creator,
    creator: { '@type': 'Person', name: creator, url: `${origin}/people/${creatorId}` },
    width,
    height,
  };
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${title} · Commonfield</title>
<meta property="og:site_name" content="Commonfield"><meta property="og:title" content="${title}"><meta property="og:image" content="${origin}/files/${number}.jpg">
<script type="application/ld+json">${JSON.stringify(linked)}</script>
<style>body{font:17px/1.5 sans-serif;margin:2em auto;max-width:52em}img{max-width:100%}</style></head>
<body><h1>${title}</h1><figure><img src="/files/${number}.jpg" width="${width}" height="${height}" alt="${description}">
<figcaption>${title}, by <a href="/people/${creatorId}">${creator}</a>, under <a rel="license" href="${licence}">this licence</a></figcaption></figure>
<p>Number ${number}, ${width} by ${height} pixels.</p></body></html>`;
}

function people(id: string, origin: string): string {
  const theirs = PICTURES.filter(({ creatorId }) => creatorId === id);
  const name = theirs[0]?.creator ?? 'Nobody';
  const figures = theirs.map(
    ({ number, title, description, licence }) =>
      `<figure><img src="${origin}/small/${number}.jpg" alt="${description}"><figcaption>${title} <a rel="license" href="${licence}">licence</a></figcaption></figure>`,
  );
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${name} · Commonfield</title><h1>${name}</h1>${figures.join('')}</html>`;
}

function json(response: ServerResponse, body: object): void {
  response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(body));
}

function html(response: ServerResponse, body: string, status = 200): void {
  response.writeHead(status, { 'content-type': 'text/html; charset=utf-8' }).end(body);
}
