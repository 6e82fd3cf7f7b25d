import { createServer, type Server, type ServerResponse } from 'node:http';
import { dice, HUES, paint, type Painting, type Scene } from '../paint/paint.ts';

interface Kept extends Painting {
  id: string;
  file: string;
  by: string;
  taken: string;
}

interface Album {
  id: string;
  title: string;
  inside: string | null;
  scene?: Scene;
  count: number;
}

const PER_PAGE = 24;
const PEOPLE = ['Hilde Moor', 'Casper Wren', 'Noor Tallis'];
const ALBUMS: readonly Album[] = [
  { id: 'volunteers', title: 'Volunteers', inside: null, count: 0 },
  { id: 'spring-camp', title: 'Spring camp', inside: 'volunteers', scene: 'forest', count: 31 },
  { id: 'autumn-camp', title: 'Autumn camp', inside: 'volunteers', scene: 'lake', count: 12 },
  { id: 'open-nights', title: 'Open nights', inside: null, scene: 'stars', count: 40 },
  { id: 'press', title: 'For the press', inside: null, scene: 'hills', count: 9 },
  { id: 'eclipse', title: 'The long eclipse', inside: 'open-nights', scene: 'moon', count: 26 },
  { id: 'empty', title: 'Not sorted yet', inside: null, count: 0 },
];

const KEPT: ReadonlyMap<string, readonly Kept[]> = new Map(
  ALBUMS.map((album, order) => [
    album.id,
    Array.from({ length: album.count }, (_, index): Kept => {
      const roll = dice(order * 911 + index * 37 + 3);
      const upright = roll() < 0.3;
      return {
        id: `${album.id}-${index + 1}`,
        // As cameras name them.
        file: `DSCF${4200 + order * 100 + index}.JPG`,
        by: PEOPLE[Math.floor(roll() * PEOPLE.length)]!,
        taken: `2026-0${1 + (order % 8)}-${String(1 + (index % 27)).padStart(2, '0')}`,
        scene: album.scene ?? 'hills',
        colour: Object.keys(HUES)[Math.floor(roll() * 6)]!,
        seed: 5000 + order * 100 + index,
        width: upright ? 1400 : 2100,
        height: upright ? 2100 : 1400,
      };
    }),
  ]),
);

/**
 * Attic plays a place where people keep albums of pictures.
 *   GET /albums?in={album}                    JSON {path, albums}: what lies in an album; the top without `in`
 *   GET /albums/{album}/pictures?page=1       JSON {total, pictures}
 *   GET /small/{picture}.jpg, /file/{picture}.jpg
 * Every request shows the key that whoever connected the folders was given, as a bearer token.
 */
export function attic(port: number, key: string): Server {
  const origin = `http://127.0.0.1:${port}`;
  return createServer((request, response) => {
    const url = new URL(request.url ?? '/', origin);
    const [, where = '', name = '', what = ''] = url.pathname.split('/');
    if (request.headers.authorization !== `Bearer ${key}`)
      return json(response, { says: 'This key opens nothing.' }, 403);
    if (where === 'albums' && name === '') return json(response, inside(url.searchParams.get('in')));
    if (where === 'albums' && what === 'pictures') return json(response, pictures(name, url, origin));
    const id = name.replace(/\.jpg$/, '');
    const kept = [...KEPT.values()].flat().find((picture) => picture.id === id);
    if (!kept || (where !== 'small' && where !== 'file'))
      return json(response, { says: 'There is nothing here.' }, 404);
    paint(kept, where === 'small' ? 360 : kept.width).then(
      (jpeg) =>
        response.writeHead(200, { 'content-type': 'image/jpeg', 'content-length': jpeg.length }).end(jpeg),
      () => json(response, { says: 'It broke.' }, 500),
    );
  });
}

function inside(id: string | null) {
  const path: { id: string; title: string }[] = [];
  for (let at = ALBUMS.find((album) => album.id === id); at;) {
    path.unshift({ id: at.id, title: at.title });
    const above = at.inside;
    at = ALBUMS.find((album) => album.id === above);
  }
  const albums = ALBUMS.filter((album) => album.inside === id).map(({ id, title, count }) => ({
    id,
    title,
    count,
  }));
  return { path, albums };
}

function pictures(album: string, url: URL, origin: string) {
  const kept = KEPT.get(album) ?? [];
  const from = (Math.max(1, Number(url.searchParams.get('page') ?? 1)) - 1) * PER_PAGE;
  return {
    total: kept.length,
    pictures: kept.slice(from, from + PER_PAGE).map(({ id, file, by, taken, width, height }) => ({
      id,
      name: file,
      by,
      taken,
      width,
      height,
      file: `${origin}/file/${id}.jpg`,
      small: `${origin}/small/${id}.jpg`,
    })),
  };
}

function json(response: ServerResponse, body: object, status = 200): void {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
}
