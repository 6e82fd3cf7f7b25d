import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { dice, HUES, paint, type Painting, type Scene } from '../paint/paint.ts';

interface Offered extends Painting {
  number: string;
  title: string;
  description: string;
  creator: string;
  price: number;
}

const PER_PAGE = 24;
const COMP_WIDTH = 640;
const CREATORS = ['Rosalind Pell', 'Anton Merrow', 'Yuki Tamsin', 'Bram Oste', 'Freya Lindqvist-Roe'];
const SUBJECTS: [Scene, string, string][] = [
  ['stars', 'Stars over a black ridge', 'A sky full of stars above a dark ridge'],
  ['moon', 'The moon and its halo', 'The moon in a hazy night sky'],
  ['lake', 'A lake under a low light', 'Light lies on a lake below hills'],
  ['comet', 'A comet and its tail', 'A comet with a long tail among stars'],
  ['hills', 'Hills behind hills', 'Layered hills under a low sun'],
  ['forest', 'Pines in mist', 'Pine trees standing in mist'],
];

const OFFERED: readonly Offered[] = Array.from({ length: 72 }, (_, index): Offered => {
  const roll = dice(index * 3571 + 5);
  const [scene, title, description] = SUBJECTS[index % SUBJECTS.length]!;
  const colour = Object.keys(HUES)[Math.floor(index / SUBJECTS.length) % 6]!;
  const upright = roll() < 0.25;
  return {
    number: `QM-${80_210 + index}`,
    title: `${title}, ${colour}`,
    description,
    creator: CREATORS[Math.floor(roll() * CREATORS.length)]!,
    price: 30 + Math.floor(roll() * 12) * 10,
    scene,
    colour,
    seed: 1000 + index,
    width: upright ? 2000 : 3000,
    height: upright ? 3000 : 2000,
  };
});

/**
 * Quillmere Pictures plays a picture agency: comps for trying out, originals for those who have bought.
 *   GET  /search?words=&page=1                  JSON {total, pictures}
 *   GET  /small/{number}.jpg, /comp/{number}.jpg   small and 640 pixels wide; the comp is watermarked
 *   GET  /picture/{number}?account=…            a page where the account can buy it
 *   POST /buy/{number}?account=…                buys it
 *   GET  /bought/{number}?account=…             JSON {bought, original}: the original's address once bought
 *   GET  /original/{number}.jpg?account=…       the original; 403 for who has not bought it
 */
export function quillmere(port: number): Server {
  const origin = `http://127.0.0.1:${port}`;
  const bought = new Set<string>();
  // Painting one takes longer than anybody waits for a file: what is sold lies ready.
  const originals = new Map<string, Promise<Buffer>>();
  const originalOf = (picture: Offered): Promise<Buffer> => {
    const known = originals.get(picture.number) ?? paint(picture, picture.width);
    originals.set(picture.number, known);
    return known;
  };
  return createServer((request, response) => {
    const url = new URL(request.url ?? '/', origin);
    const [, where = '', name = ''] = url.pathname.split('/');
    if (where === 'search') return json(response, search(url.searchParams, origin));
    const picture = OFFERED.find(({ number }) => number === name.replace(/\.jpg$/, ''));
    if (!picture) return html(response, '<!doctype html><title>Nothing here</title>', 404);
    const account = url.searchParams.get('account') ?? '';
    const order = `${account}/${picture.number}`;
    const owned = account !== '' && bought.has(order);
    switch (where) {
      case 'small':
        return jpeg(response, paint(picture, 360, watermark(picture)));
      case 'comp':
        return jpeg(response, paint(picture, COMP_WIDTH, watermark(picture)));
      case 'picture':
        return html(response, page(picture, account, owned));
      case 'buy':
        if (request.method !== 'POST' || account === '')
          return html(response, 'Buying wants an account.', 400);
        return void originalOf(picture).then(
          () => {
            bought.add(order);
            answerBought(request, response, picture, account);
          },
          () => html(response, 'Broken', 500),
        );
      case 'bought': {
        const original = `${origin}/original/${picture.number}.jpg?account=${encodeURIComponent(account)}`;
        return json(response, { bought: owned, original: owned ? original : null });
      }
      case 'original':
        if (!owned) return html(response, 'Buy it first.', 403);
        return jpeg(response, originalOf(picture));
      default:
        return html(response, '<!doctype html><title>Nothing here</title>', 404);
    }
  });
}

function search(given: URLSearchParams, origin: string) {
  const words = (given.get('words') ?? '').toLowerCase().split(/\s+/).filter(Boolean);
  const found = OFFERED.filter(({ number, title, description, creator }) =>
    words.every((word) => `${number} ${title} ${description} ${creator}`.toLowerCase().includes(word)),
  );
  const from = (Math.max(1, Number(given.get('page') ?? 1)) - 1) * PER_PAGE;
  return {
    total: found.length,
    pictures: found
      .slice(from, from + PER_PAGE)
      .map(({ number, title, description, creator, price, width, height }) => ({
        number,
        title,
        description,
        creator,
        price,
        width,
        height,
        page: `${origin}/picture/${number}`,
        small: `${origin}/small/${number}.jpg`,
        comp: `${origin}/comp/${number}.jpg`,
      })),
  };
}

/** Slanted words across the whole picture. */
function watermark({ width, height, number }: Offered): string {
  const lines = Array.from({ length: 7 }, (_, at) => {
    const y = ((at + 0.5) * height) / 6;
    return `<text x="${width * 0.02}" y="${y}" font-family="sans-serif" font-size="${width * 0.045}" fill="#fff" fill-opacity="0.28" transform="rotate(-14 ${width / 2} ${y})">Quillmere ${number} · comp · Quillmere ${number} · comp</text>`;
  });
  return lines.join('');
}

function page(picture: Offered, account: string, owned: boolean): string {
  const { number, title, creator, price, width, height } = picture;
  const buy = owned
    ? '<p><strong>Bought.</strong> The original is ready for whoever asks with this account.</p>'
    : `<form method="post" action="/buy/${number}?account=${encodeURIComponent(account)}"><button>Buy for ${price} crowns</button></form>`;
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${title} · Quillmere Pictures</title>
<style>body{font:17px/1.5 sans-serif;margin:2em auto;max-width:48em}img{max-width:100%}</style>
<h1>${title}</h1><img src="/comp/${number}.jpg" alt=""><p>${number}, by ${creator}, ${width} by ${height} pixels</p>${buy}</html>`;
}

function answerBought(
  request: IncomingMessage,
  response: ServerResponse,
  picture: Offered,
  account: string,
): void {
  if ((request.headers.accept ?? '').includes('json')) return json(response, { bought: true });
  response
    .writeHead(303, { location: `/picture/${picture.number}?account=${encodeURIComponent(account)}` })
    .end();
}

function jpeg(response: ServerResponse, made: Promise<Buffer>): void {
  made.then(
    (bytes) =>
      response.writeHead(200, { 'content-type': 'image/jpeg', 'content-length': bytes.length }).end(bytes),
    () => html(response, 'Broken', 500),
  );
}

function json(response: ServerResponse, body: object): void {
  response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(body));
}

function html(response: ServerResponse, body: string, status = 200): void {
  response.writeHead(status, { 'content-type': 'text/html; charset=utf-8' }).end(body);
}
