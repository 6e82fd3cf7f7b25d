import { linkToPage } from '@placard/core/page';
import { heading, held, list, page, standing, standingCopy, text, together } from './blocks.ts';
import type { Cast, SamplePage } from './samplepage.ts';

/** Pages in which several things stand together, in every setting that there is. */
export function settingPages({ asset, board }: Cast): SamplePage[] {
  const shows = (file: string) => held('picture', asset(file), 'full', 'column');
  const alone = (...files: string[]) => files.map((file) => [shows(file)]);
  return [
    {
      title: 'Before you come',
      section: 'visit',
      copy: true,
      document: (pageCalled) =>
        page(
          together(
            'columns',
            [
              [held('picture', asset('fernhollow-mark.png'), 'full', 'column', { gap: 0 })],
              {
                blocks: [
                  heading('Before you come'),
                  text(
                    'The last mile has no lamps. Bring a red torch, and look whether the gate is open tonight.',
                  ),
                ],
                linksTo: linkToPage(pageCalled('Opening times and prices')),
                linkWords: 'Opening times and prices',
              },
            ],
            { shares: [32, 68] },
          ),
        ),
    },
    {
      title: 'Three things to see this autumn',
      section: 'sky-notes',
      document: (pageCalled) =>
        page(
          text(
            'None of them needs a telescope of your own. Ours are out on the lower field from dusk, and somebody stands by each.',
          ),
          together(
            'cards',
            [
              {
                blocks: [
                  shows('moon-full.jpg'),
                  heading('The moon, rising'),
                  text('Over the east rim on the 4th, an hour after sunset.'),
                ],
                linksTo: linkToPage(pageCalled('Opening times and prices')),
              },
              {
                blocks: [
                  shows('craters-south.jpg'),
                  heading('Craters at the edge of the light'),
                  text('Best three nights before half moon, when shadows are long.'),
                ],
                linksTo: linkToPage(pageCalled('Nights for families')),
                linkWords: 'Nights on which families look at craters',
              },
              {
                blocks: [
                  shows('banded-planet.jpg'),
                  heading('Bands and a red spot'),
                  text('The large planet, high in the south by ten.'),
                ],
                linksTo: linkToPage(pageCalled('Sky notes for November')),
              },
            ],
            { perRow: 3 },
          ),
          heading('When to come'),
          together(
            'columns',
            [
              [
                text(
                  'Gates open at six. Eyes need half an hour to get used to the dark, and the path is easier to learn while you can still see it.',
                ),
                list('Warm shoes', 'A red torch', 'No hurry at all'),
              ],
              [shows('red-torch-path.jpg')],
            ],
            { shares: [60, 40] },
          ),
          heading('Where they are'),
          together(
            'sidenote',
            [
              [
                heading('The chart', 3),
                held('picture', asset('finder-chart.png'), 'full', 'column', { large: true }),
                text('Hold it over your head: east is at the left.'),
              ],
            ],
            {},
            [
              text(
                'Begin at the bright star in the south and go up two hand’s breadths. What looks like a smudge there is some hundred thousand suns, and in our smallest telescope it already falls apart into points.',
              ),
              text(
                'The moon is never hard to find, but the craters at its edge are: look where its light meets its dark, and wait for the air to be still. On most nights that takes as long as a cup of tea.',
              ),
              text('The planets move. Ask whoever stands at the gate where they were seen last.'),
            ],
          ),
          standingCopy(pageCalled('Before you come')),
        ),
    },
    {
      title: 'The valley by night',
      section: 'about',
      document: (pageCalled) =>
        page(
          together(
            'opener',
            [
              {
                blocks: [
                  shows('milky-way-ridge.jpg'),
                  heading('Dark as it used to be everywhere'),
                  text(
                    'There is no lamp for nine miles, and on a clear night the valley has a roof of its own.',
                  ),
                ],
                linksTo: linkToPage(pageCalled('Getting here in the dark')),
                linkWords: 'How to get here in the dark',
              },
            ],
            { across: true, corner: 'bottom-left', veil: { tone: 'dark', strength: 55 } },
          ),
          text('All of these were seen from the lower field, by members who had nothing but time.'),
          together(
            'rows',
            alone(
              'aurora-over-ridge.jpg',
              'old-cluster.jpg',
              'slow-turning.jpg',
              'corona.jpg',
              'panorama-rim.jpg',
              'spiral.jpg',
              'poster-autumn.jpg',
              'ringed-planet.jpg',
              'fog-in-the-valley.jpg',
            ),
            { name: 'Nights of the year' },
          ),
          heading('One month of moon'),
          together(
            'tiles',
            alone('moon-crescent.jpg', 'craters-south.jpg', 'moon-gibbous.jpg', 'moon-full.jpg'),
            {
              perRow: 4,
              name: 'The moon in four nights',
            },
          ),
          heading('The domes'),
          together(
            'slides',
            [
              [shows('dome-by-day.jpg'), text('By day it is a white dot on the hill.')],
              [shows('dome-at-dusk.jpg'), text('At dusk the slit opens towards the first planet.')],
              [shows('telescope-at-dusk.jpg'), text('The small telescope stands outside on dry nights.')],
              [shows('workshop-bench.jpg'), text('What is broken is mended by whoever broke it.')],
            ],
            { name: 'The domes and the workshop' },
          ),
          together(
            'columns',
            [
              [heading('Write to us', 3), text('Members pin what they saw and what they hope to see.')],
              [{ type: 'embed', attrs: { ...standing('full', 'column'), frame: board } }],
            ],
            { turned: true },
          ),
          standingCopy(pageCalled('Before you come')),
        ),
    },
  ];
}
