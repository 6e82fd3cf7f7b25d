import type { Placard } from '@placard/core/credit';
import { inDays } from './rights.ts';

/** A file of the sample site as it is accepted: its section, and what is written on its placard. */
export interface SampleFile {
  file: string;
  /** The name it comes with, where that differs. */
  as?: string;
  section: string;
  /** Left among the arrivals. */
  waiting?: boolean;
  label: Partial<Placard>;
}

const MAREN = { creator: 'Maren Aldous', creatorUrl: 'https://aldous.example/maren', licence: 'cc-by-4.0' };
const TOBIAH = {
  creator: 'Tobiah Wren',
  source: 'Commonfield',
  sourceUrl: 'https://commonfield.example/wren',
  licence: 'cc-by-sa-4.0',
};
const OURS = { creator: 'Fernhollow staff', licence: 'own' };
const ODD = { creator: 'Odd Farrow', source: 'Fernhollow workshop', licence: 'permission' };
const FREE = { creator: 'Hollow Valley Sky Survey', licence: 'cc0-1.0' };
const BOUGHT = {
  creator: 'L. Castellane',
  source: 'Quillmere Pictures',
  sourceUrl: 'https://quillmere.example/p/88213',
  pictureId: '88213',
  licence: 'bought',
};

export const FILES: SampleFile[] = [
  {
    file: 'fernhollow-mark.svg',
    section: 'about',
    label: { title: 'The park’s mark', alt: 'Fernhollow Dark-Sky Park', ...OURS },
  },
  {
    file: 'fernhollow-mark.png',
    section: 'about',
    label: { title: 'The park’s mark, for screens', alt: 'Fernhollow Dark-Sky Park', ...OURS },
  },
  {
    file: 'moon-phases.gif',
    section: 'sky-notes',
    label: {
      title: 'One month of moon',
      alt: 'The moon waxing from a thin crescent to full and back.',
      ...FREE,
    },
  },
  {
    file: 'sunspots.jpg',
    section: 'sky-notes',
    label: {
      title: 'Two groups of spots',
      alt: 'The sun’s orange disc with two clusters of dark spots.',
      ...OURS,
    },
  },
  {
    file: 'spectrum.png',
    section: 'instruments',
    label: {
      title: 'Sunlight through the slit',
      alt: 'A band of colours from violet to red, crossed by dark lines.',
      caption: 'Every line is one element.',
      ...ODD,
    },
  },
  {
    file: 'finder-chart.png',
    section: 'sky-notes',
    label: {
      title: 'From the bright star to the cluster',
      alt: 'Chart with a dashed line from a bright star over two fainter ones to a circled cluster.',
      ...OURS,
    },
  },
  {
    file: 'telescope-drawing.svg',
    section: 'instruments',
    label: {
      title: 'How the reflector is built',
      alt: 'Section of a reflecting telescope: light falls on the main mirror, then by a flat mirror to the eyepiece.',
      ...ODD,
    },
  },
  {
    file: 'old-cluster.jpg',
    section: 'sky-notes',
    label: { title: 'An old cluster', alt: 'Thousands of yellowish stars crowded into a ball.', ...FREE },
  },
  {
    file: 'spiral.jpg',
    section: 'sky-notes',
    label: {
      title: 'Two arms and a bar of dust',
      alt: 'A spiral galaxy seen at a slant, its arms blue, its core yellow.',
      ...TOBIAH,
    },
  },
  { file: 'red-cloud.jpg', section: 'sky-notes', label: { title: 'The red cloud', alt: '', ...FREE } },
  {
    file: 'corona.jpg',
    section: 'sky-notes',
    label: {
      title: 'Four minutes of night',
      alt: 'The black moon before the sun, white streamers all round it.',
      ...BOUGHT,
    },
  },
  {
    file: 'ringed-planet.jpg',
    section: 'sky-notes',
    label: {
      title: 'Rings wide open',
      alt: 'A pale banded planet with broad rings and a dark gap in them.',
      ...OURS,
    },
  },
  {
    file: 'saturn-thumb.jpg',
    as: 'rings-thumb.jpg',
    section: 'sky-notes',
    label: { title: 'Rings, an old copy', alt: 'A small picture of a ringed planet.', ...OURS },
  },
  {
    file: 'banded-planet.jpg',
    section: 'sky-notes',
    label: {
      title: 'Bands and a red spot',
      alt: 'A planet striped in cream and brown with a red oval, and three moons in a line.',
      ...OURS,
    },
  },
  {
    file: 'craters-south.jpg',
    section: 'sky-notes',
    label: {
      title: 'Low sun in the south',
      alt: 'Craters of all sizes, each with one bright wall and one black one.',
      caption: 'Shadows are longest where day begins.',
      creator: 'Orla Tamsin',
      copyright: '© Orla Tamsin',
      licence: 'reserved',
    },
  },
  {
    file: 'moon-full.jpg',
    section: 'sky-notes',
    label: { title: 'Full', alt: 'The full moon with grey plains.', ...OURS },
  },
  {
    file: 'moon-gibbous.jpg',
    section: 'sky-notes',
    label: { title: 'Three quarters', alt: 'The moon, three quarters lit.', ...OURS },
  },
  {
    file: 'moon-quarter.jpg',
    section: 'sky-notes',
    label: {
      title: 'First quarter',
      alt: 'The moon, its right half lit.',
      creator: 'Sol Brandt',
      licence: 'staff',
      until: inDays(-3),
    },
  },
  {
    file: 'moon-crescent.jpg',
    section: 'sky-notes',
    label: { title: 'Young moon', alt: 'A thin crescent with the dark side faintly grey.', ...OURS },
  },
  {
    file: 'panorama-rim.jpg',
    section: 'visit',
    label: {
      title: 'All round the rim',
      alt: 'The whole horizon with the Milky Way lying along it.',
      ...MAREN,
    },
  },
  {
    file: 'red-torch-path.jpg',
    section: 'visit',
    label: {
      title: 'The lower path',
      alt: 'Small red lamps lead uphill in the dark; somebody stands beside them.',
      caption: 'Red light keeps eyes used to the dark.',
      ...OURS,
      until: inDays(40),
      restrictions: 'The walker in it agreed until then.',
    },
  },
  {
    file: 'fog-in-the-valley.jpg',
    section: 'visit',
    label: {
      title: 'Fog below us',
      alt: 'Hills one behind the other, with fog between them at dawn.',
      ...TOBIAH,
    },
  },
  {
    file: 'telescope-at-dusk.jpg',
    section: 'instruments',
    label: {
      title: 'Waiting for dark',
      alt: 'A telescope and a person as silhouettes against an orange sky.',
      ...MAREN,
      sourceUrl: 'https://commonfield.example/aldous/waiting',
      licence: 'cc-by-nc-sa-3.0',
    },
  },
  {
    file: 'dome-at-dusk.jpg',
    section: 'visit',
    label: {
      title: 'First planet, open slit',
      alt: 'The dome at dusk with its slit lit, a bright planet above the hills.',
      ...MAREN,
    },
  },
  {
    file: 'dusk-planet.jpg',
    section: 'sky-notes',
    label: { title: 'Evening star', alt: '', caption: 'Low in the west after sunset.', licence: 'unknown' },
  },
  {
    file: 'comet-november.jpg',
    section: 'sky-notes',
    label: {
      title: 'November’s visitor',
      alt: 'A comet with a broad pale tail and a thin blue one.',
      creator: 'Ilse Varga',
      source: 'Quillmere Pictures',
      pictureId: '90417',
      licence: 'managed',
      until: inDays(21),
      impressions: '50000',
      exclusive: 'dark-sky parks, while it is shown',
      restrictions: 'Not beside advertising.',
    },
  },
  {
    file: 'aurora-over-ridge.jpg',
    section: 'sky-notes',
    label: {
      title: 'Once in eleven years',
      alt: 'Green and violet curtains of light over a black ridge.',
      ...TOBIAH,
    },
  },
  {
    file: 'watchers.jpg',
    section: 'events',
    label: {
      title: 'Three by the telescope',
      alt: 'Three people and a telescope under the Milky Way.',
      ...MAREN,
    },
  },
  {
    file: 'workshop-bench.jpg',
    section: 'instruments',
    label: {
      title: 'The mirror, half polished',
      alt: 'A round mirror on a wooden bench under a lamp, with grinding tools.',
      ...ODD,
    },
  },
  {
    file: 'dome-by-day.jpg',
    section: 'about',
    label: { title: 'The old dome', alt: 'A white dome on a meadow under small clouds.', ...OURS },
  },
  {
    file: 'poster-autumn.jpg',
    section: 'events',
    label: {
      title: 'Poster, autumn',
      alt: 'Poster: rings of star trails over a dome, with the words “Autumn star parties, Fridays from dusk”.',
      ...OURS,
    },
  },
  {
    file: 'milky-way-ridge.jpg',
    section: 'visit',
    label: { title: 'The long cloud', alt: 'The Milky Way rising slantwise from a dark ridge.', ...MAREN },
  },
  {
    file: 'slow-turning.jpg',
    section: 'events',
    label: {
      title: 'Slow turning',
      alt: 'Stars drawn into rings above a small dome with its slit lit from inside.',
      caption: 'Two hours over the old dome.',
      ...MAREN,
    },
  },
  {
    file: 'turning-sky.mp4',
    section: 'events',
    label: {
      title: 'One night in forty seconds',
      alt: 'Film: the stars turn about the pole above the ridge. Nothing is said.',
      caption: 'The camera stands still; the valley turns.',
      ...MAREN,
    },
  },
  {
    file: 'finder-scope.mp4',
    section: 'instruments',
    label: {
      title: 'Aligning a finder scope',
      alt: 'Film: a finder scope is put together part by part.',
      caption: 'Ten seconds, five parts.',
      ...ODD,
    },
  },
  {
    file: 'wind-in-the-pines.mp3',
    section: 'visit',
    label: { title: 'Wind in the pines', alt: 'Sound: wind, nothing else.', ...OURS },
  },
  { file: 'evening-buses.pdf', section: 'visit', label: { title: 'Evening buses', ...OURS } },
  { file: 'DSC_4471.jpg', section: 'events', label: {}, waiting: true },
  { file: 'IMG_20251014_0312.jpg', section: 'sky-notes', label: {}, waiting: true },
  { file: 'aurora-phone.webp', section: 'sky-notes', label: {}, waiting: true },
  { file: 'spiral-print.avif', section: 'sky-notes', label: {}, waiting: true },
  { file: 'watchers-small.jpg', section: 'events', label: {}, waiting: true },
  { file: 'finder-scope.webm', section: 'instruments', label: {}, waiting: true },
];

export const CAPTIONS = `WEBVTT

00:00.500 --> 00:02.200
The tube.

00:02.200 --> 00:04.000
At its front, the lens.

00:04.000 --> 00:06.000
At its back, the eyepiece.

00:06.000 --> 00:08.000
Two rings hold it to the telescope,

00:08.000 --> 00:09.900
and three screws aim it.
`;
