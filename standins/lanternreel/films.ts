import { dice, HUES, type Painting, type Scene } from '../paint/paint.ts';

/** A film that the host has. */
export interface Film {
  id: string;
  title: string;
  description: string;
  owner: string;
  seconds: number;
  /** Where its bytes lie on this machine. */
  file: string;
  still: Painting;
  language: string;
  audience: 'everyone' | 'ours' | 'named';
  /** WebVTT by language. */
  captions: Record<string, string>;
}

const OWNERS = [
  'Ilse Varga',
  'Odd Farrow',
  'The Pell Street Sky Club',
  'Marit Sandvik-Oh',
  'Low Light Films',
];
const SUBJECTS: readonly [Scene, string, string][] = [
  ['stars', 'A night of stars', 'Stars wheel over a dark ridge until dawn.'],
  ['moon', 'The moon rises', 'The moon comes up behind hills, in real time.'],
  ['lake', 'Mist on the lake', 'Evening mist gathers on a mountain lake.'],
  ['comet', 'Waiting for the comet', 'A comet and its tail over four evenings.'],
  ['hills', 'Hills at first light', 'Layer after layer of hills turns from grey to gold.'],
  ['forest', 'Walking to the hut', 'A walk through pines with a red lamp.'],
  ['orbits', 'How planets keep time', 'A drawing of the orbits, told in two minutes.'],
];

const KNOWN: readonly Film[] = [
  {
    id: 'q7Ztturn',
    title: 'One night in forty seconds',
    description: 'A whole night over the valley, from dusk to dawn.',
    owner: 'Ilse Varga',
    seconds: 8,
    file: 'turning-sky.mp4',
    still: { scene: 'stars', colour: 'blue', seed: 7, width: 1280, height: 720 },
    language: 'en',
    audience: 'everyone',
    captions: {},
  },
  {
    id: 'k2Aafind',
    title: 'Aligning a finder scope',
    description: 'How the small telescope is set to look where the large one looks.',
    owner: 'Odd Farrow',
    seconds: 10,
    file: 'finder-scope.mp4',
    still: { scene: 'orbits', colour: 'orange', seed: 8, width: 1280, height: 720 },
    language: 'en',
    audience: 'everyone',
    captions: {},
  },
];

/** What the host has at its start: the two films the demo embeds, and 40 more with other titles. */
export const FILMS: readonly Film[] = [
  ...KNOWN,
  ...Array.from({ length: 40 }, (_, index): Film => {
    const roll = dice(index * 613 + 29);
    const [scene, title, description] = SUBJECTS[index % SUBJECTS.length]!;
    const colour = Object.keys(HUES)[Math.floor(index / SUBJECTS.length) % 6]!;
    const even = index % 2 === 0;
    return {
      id: `f${String(1000 + index)}`,
      title: `${title}, ${['one', 'two', 'three', 'four', 'five', 'six'][Math.floor(index / SUBJECTS.length)]}`,
      description,
      owner: OWNERS[Math.floor(roll() * OWNERS.length)]!,
      seconds: even ? 8 : 10,
      file: even ? 'turning-sky.mp4' : 'finder-scope.mp4',
      still: { scene, colour, seed: 900 + index, width: 1280, height: 720 },
      language: 'en',
      audience: 'everyone',
      captions: {},
    };
  }),
];
