import { dice, HUES, paint, type Painting, type Scene } from '../paint/paint.ts';

/** What Commonfield knows of one picture. */
export interface Picture {
  number: string;
  title: string;
  description: string;
  creator: string;
  creatorId: string;
  licence: string;
  kind: 'photograph' | 'drawing' | 'diagram';
  colour: string;
  shape: 'landscape' | 'portrait' | 'square';
  width: number;
  height: number;
  keywords: string[];
}

const CREATORS = [
  'Maren Holt',
  'Tobias Quick',
  'Ines Falk',
  'Oskar Brandt-Lune',
  'Sunniva Aas',
  'Petr Vlk',
  'Amaya Rios',
  'Jun Ito',
  'Lóa Bjarka',
  'Théo Lacaze',
];
const LICENCES = [
  'https://creativecommons.org/licenses/by/4.0/',
  'https://creativecommons.org/licenses/by-sa/4.0/',
  'https://creativecommons.org/licenses/by-nc/4.0/',
  'https://creativecommons.org/licenses/by-nd/4.0/',
  'https://creativecommons.org/licenses/by-nc-sa/4.0/',
  'https://creativecommons.org/licenses/by-nc-nd/4.0/',
  'https://creativecommons.org/publicdomain/zero/1.0/',
  'https://creativecommons.org/publicdomain/mark/1.0/',
];
const SUBJECTS: { words: string[]; kinds: Picture['kind'][]; scene: Scene }[] = [
  { words: ['hills', 'dusk', 'valley'], kinds: ['photograph'], scene: 'hills' },
  { words: ['mountains', 'ridge', 'morning'], kinds: ['photograph'], scene: 'hills' },
  { words: ['night', 'sky', 'stars'], kinds: ['photograph'], scene: 'stars' },
  { words: ['moon', 'halo', 'night'], kinds: ['photograph', 'drawing'], scene: 'moon' },
  { words: ['lake', 'reflection', 'evening'], kinds: ['photograph'], scene: 'lake' },
  { words: ['forest', 'mist', 'pines'], kinds: ['photograph', 'drawing'], scene: 'forest' },
  { words: ['orbit', 'planets', 'distances'], kinds: ['diagram'], scene: 'orbits' },
  { words: ['spectrum', 'lines', 'light'], kinds: ['diagram'], scene: 'spectrum' },
  { words: ['comet', 'tail', 'night'], kinds: ['drawing', 'photograph'], scene: 'comet' },
];
const SIZES = { landscape: [1500, 1000], portrait: [1000, 1500], square: [1200, 1200] } as const;

const paintings = new Map<string, Painting>();

/** The whole catalogue: 324 pictures, each creator, licence, colour and shape among them. */
export const PICTURES: readonly Picture[] = Array.from({ length: 324 }, (_, index): Picture => {
  const roll = dice(index * 7919 + 17);
  const subject = SUBJECTS[index % SUBJECTS.length]!;
  const colour = Object.keys(HUES)[Math.floor(index / SUBJECTS.length) % 9]!;
  const shape = (['landscape', 'portrait', 'square', 'landscape'] as const)[Math.floor(roll() * 4)]!;
  const [width, height] = SIZES[shape];
  const creator = Math.floor(roll() * CREATORS.length);
  const [first = '', second = '', third = ''] = subject.words;
  const number = String(4100 + index);
  paintings.set(number, { scene: subject.scene, colour, seed: index + 1, width, height });
  return {
    number,
    title: `${first[0]?.toUpperCase()}${first.slice(1)} and ${second}, ${colour}`,
    description: `A ${colour} view of ${first} with ${second} and ${third}`,
    creator: CREATORS[creator]!,
    creatorId: String(creator + 1),
    licence: LICENCES[Math.floor(roll() * LICENCES.length)]!,
    kind: subject.kinds[Math.floor(roll() * subject.kinds.length)]!,
    colour,
    shape,
    width,
    height,
    keywords: [...subject.words, colour],
  };
});

/** Draws a picture at a width, as JPEG. */
export function draw(picture: Picture, width: number): Promise<Buffer> {
  return paint(paintings.get(picture.number)!, width);
}
