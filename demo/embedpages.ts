import { heading, page, runs, standing, text } from './blocks.ts';
import type { Cast, SamplePage } from './samplepage.ts';

/** A page with something of somebody else's in each way that it can stand there. */
export const embedPages = ({ asset, film, sketch, feed, post, map }: Cast): SamplePage[] => [
  {
    title: 'The sky elsewhere',
    section: 'sky-notes',
    document: () =>
      page(
        text('What friends of the park show of the sky, from their own places. Nothing of it is kept by us.'),
        heading('One night in forty seconds'),
        text(
          'The whole of a September night over the valley. It is played by Lanternreel, and only once you press it.',
        ),
        {
          type: 'embed',
          attrs: {
            ...standing('centred', 'column'),
            frame: film,
            still: asset('slow-turning.jpg'),
            caption: 'The stars turn round the pole.',
          },
        },
        heading('Drawn with a pencil of numbers'),
        text('Tamsin draws orbits with a few lines of code. On a phone her drawing stands upright.'),
        {
          type: 'embed',
          attrs: { ...standing('centred', 'column'), frame: sketch, narrow: { width: 4, height: 5 } },
        },
        heading('What Wren saw'),
        {
          type: 'quotation',
          attrs: { source: 'Wren Oakes, 12 November 2026', address: post },
          content: [
            {
              type: 'paragraph',
              content: runs('The rings, through the small telescope. Nobody wanted to go home.'),
            },
          ],
        },
        { type: 'box', attrs: { ...standing('centred', 'column'), boxed: feed } },
        heading('Tonight’s map'),
        {
          type: 'linkCard',
          attrs: { ...standing('full', 'column'), card: map, asset: asset('panorama-rim.jpg'), ownAlt: '' },
        },
      ),
  },
];
