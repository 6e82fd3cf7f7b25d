import { linkToFile, linkToPage } from '@placard/core/page';
import {
  heading,
  held,
  list,
  nextId,
  numbered,
  page,
  placedIn,
  runs,
  shown,
  small,
  standing,
  table,
  text,
} from './blocks.ts';
import { embedPages } from './embedpages.ts';
import type { Cast, SamplePage } from './samplepage.ts';
import { settingPages } from './settingpages.ts';

/** Finished pages, one half done, one with faults on purpose, one empty; between them every kind of block. */
export function samplePages(cast: Cast): SamplePage[] {
  const { comp, asset, film, board, deadHost, map } = cast;
  return [
    { title: 'How the mirror was made', section: 'instruments', document: () => page({ type: 'paragraph' }) },
    {
      title: 'Sky notes for November',
      section: 'sky-notes',
      document: () =>
        page(
          text('November brings long nights, a comet low in the north-west, and the rings wide open.'),
          held('picture', asset('red-cloud.jpg'), 'full', 'column'),
          heading('Evening', 4),
          held('picture', asset('dusk-planet.jpg'), 'beside-left', 'aside'),
          text(
            'The evening star sets an hour after the sun. Look for it from the west gate, where the ridge is lowest and the valley’s last lamp is hidden by the barn.',
          ),
          text(
            'By the middle of the month it stands beside the young moon. Bring binoculars and a thermos; the wind there comes straight off the hill.',
          ),
          heading('The rings'),
          held('picture', asset('saturn-thumb.jpg'), 'centred', 'column'),
          text('Seen from here they are tilted as far as they ever are.'),
          { type: 'embed', attrs: { ...standing('centred', 'column'), frame: deadHost } },
        ),
    },
    {
      title: 'Getting here in the dark',
      section: 'visit',
      document: () =>
        page(
          text(
            'The last mile has no lamps, and that is the point. Dip your headlights at the cattle grid and leave the car in the *upper field*.',
          ),
          held('picture', asset('red-torch-path.jpg'), 'beside-right', 'aside'),
          text(
            'From there the lower path is marked with red lights at knee height. Red light keeps eyes used to the dark, so please leave white torches in your pocket.',
          ),
          held('picture', comp, 'beside-left', 'aside'),
          text('Buses run until ten on star party nights. The stop is called Fernhollow Lane End.'),
          heading('What to bring'),
          list(
            'A chair and a blanket',
            'Something warm to drink',
            'A red torch, or a white one with red paper over it',
          ),
          held('picture', asset('fog-in-the-valley.jpg'), 'full', 'column'),
          text('If the fog comes up the valley we meet in the workshop instead.'),
        ),
    },
    {
      title: 'Opening times and prices',
      section: 'visit',
      facts: {
        description:
          'When Fernhollow Dark-Sky Park is open, what an evening costs, and how to come by bus. Children under six come in for nothing.',
        keyPhrase: 'opening times',
        lead: null,
        listing: {
          asset: asset('dome-by-day.jpg'),
          version: null,
          ownAlt: null,
          box: { width: 1, height: 1, how: 'filled' },
          position: 'beside-left',
          measure: 'column',
        },
      },
      document: (pageCalled) =>
        page(
          {
            type: 'paragraph',
            content: [
              { type: 'text', text: 'Look for this sign ' },
              {
                type: 'smallPicture',
                attrs: {
                  id: nextId(),
                  asset: asset('fernhollow-mark.png'),
                  version: null,
                  ownAlt: 'the park’s mark',
                  width: 40,
                  stands: 'middle',
                },
              },
              { type: 'text', text: ' at the road: the gate beside it is open whenever the park is.' },
            ],
          },
          table('Opening times', [
            ['When', 'From', 'Until', 'Seen from here'],
            [
              'Wednesdays',
              '19:00',
              '22:00',
              placedIn(held('picture', asset('moon-full.jpg'), 'full', 'column', { gap: 0 })),
            ],
            [
              'Star party nights',
              'dusk',
              '01:00',
              placedIn(held('picture', asset('spiral.jpg'), 'full', 'column', { gap: 0 })),
            ],
            ['Sundays, for families', '16:00', '19:00', 'The sun, through a filter'],
          ]),
          small('On nights with fog the dome stays closed; the workshop does not.'),
          heading('What it costs'),
          table('Prices', [
            ['', 'An evening', 'The whole year'],
            ['Grown up', '8', '60'],
            ['Six to sixteen', '4', '25'],
            ['Under six', 'nothing', 'nothing'],
          ]),
          { type: 'rule' },
          heading('Coming by bus'),
          text(
            `The last mile is walked in the dark: [what to bring](${linkToPage(pageCalled('Getting here in the dark'), 'what-to-bring')}) is on a page of its own.`,
          ),
          text(`[The evening buses](${linkToFile(asset('evening-buses.pdf'))})`),
          numbered(1, 'Get off at Fernhollow Lane End.', 'Follow the red lights, not the road.'),
          {
            type: 'paragraph',
            attrs: { indent: 1 },
            content: runs('Should the lights be out, wait: somebody comes down every ten minutes.'),
          },
          numbered(3, 'Say your name at the gate.'),
          {
            type: 'quotation',
            attrs: { source: 'From the visitors’ book', address: null },
            content: [
              {
                type: 'paragraph',
                content: runs('I had not known that there is a dark that one can lean on.'),
              },
            ],
          },
          text(`How dark it will be is on [the valley’s sky map](${map.address} ^).`),
        ),
    },
    {
      title: 'Nights for families',
      section: 'events',
      facts: {
        description:
          'Short evenings for children from six: the moon through the small telescope, a story in the dome, and home by nine.',
        keyPhrase: 'children',
        lead: {
          asset: asset('dome-at-dusk.jpg'),
          version: null,
          ownAlt: null,
          box: { width: 16, height: 9, how: 'filled' },
          position: 'full',
          measure: 'column',
        },
        listing: null,
      },
      document: (pageCalled) =>
        page(
          text(
            'Four evenings in winter begin at six and end at nine. Children bring whoever they like; there are stools in front of every eyepiece.',
          ),
          held('picture', asset('craters-south.jpg'), 'beside-right', 'aside', {
            width: 280,
            box: { width: 1, height: 1, how: 'filled' },
            rounded: true,
            large: true,
            gaps: { left: 28, bottom: 12 },
          }),
          text(
            'First comes the moon. Where its light meets its dark, the craters throw shadows, and one can count them. Press the picture to see them large.',
          ),
          shown(text('*Tonight:* the first family night of the winter. Come to the lower gate at six.'), {
            from: '2026-12-05',
            until: '2026-12-05',
          }),
          shown(text('The summer nights of 2026 are over. Thank you for staying up.'), {
            until: '2026-10-31',
          }),
          shown(text('Key to the small dome: at the workshop, on the second hook.'), { ours: true }),
          heading('A little further'),
          held('picture', asset('telescope-at-dusk.jpg'), 'centred', 'half', {
            bordered: true,
            linksTo: linkToPage(pageCalled('Getting here in the dark')),
            ownAlt: 'Getting here in the dark: a telescope at dusk beside the path.',
          }),
          text(
            `Prices are on the page with the [opening times](${linkToPage(pageCalled('Opening times and prices'), 'what-it-costs')}).`,
          ),
        ),
    },
    {
      title: 'Autumn star parties',
      section: 'events',
      document: () =>
        page(
          held('picture', asset('slow-turning.jpg'), 'beside-left', 'aside'),
          text(
            'From the first clear Friday in September the gates stay open until one in the morning. The big dome turns for whoever is there, and members set up their own telescopes on the lower field, where the trees keep the last of the valley’s light away.',
          ),
          text(
            'Come before dusk if you can. Eyes need half an hour to get used to the dark, and the path is easier to learn while you can still see it. Bring something warm, something red to light your way, and no hurry at all.',
          ),
          text(
            '*What to bring.* A chair, a blanket, a flask. Binoculars show more than people expect: the moons of the big planet, the cluster in the Bull, the long cloud of the next galaxy over.',
          ),
          held('picture', asset('watchers.jpg'), 'full', 'column'),
          heading('Finding your way'),
          text(
            'Every party begins with ten minutes on finder scopes. If you missed them, here they are again.',
          ),
          held('film', asset('finder-scope.mp4'), 'centred', 'column'),
          heading('One night, quickly'),
          { type: 'embed', attrs: { ...standing('centred', 'column'), frame: film } },
          heading('The board'),
          text(
            'Members pin what they bring and what they hope to see. [Write to us](mailto:parties@fernhollow.example) to pin something of your own.',
          ),
          { type: 'embed', attrs: { ...standing('centred', 'column'), frame: board } },
        ),
    },
    ...settingPages(cast),
    ...embedPages(cast),
  ];
}
