import type { Block, PageDocument, Position } from '@placard/core/page';
import type { Frame } from '@placard/core/embed';

/** What the pages place: ids of assets by file name, and the embeds of the stand-ins. */
export interface Cast {
  asset: (file: string) => string;
  /** A comp from the agency, not bought yet. */
  comp: string;
  film: Frame;
  board: Frame;
  deadHost: Frame;
}

let placed = 0;
const nextId = () => `place-${String(++placed).padStart(4, '0')}`;

const standing = (position: Position, measure: string, gap = 20) => ({
  id: nextId(),
  position,
  measure,
  gap,
});

function held(type: 'picture' | 'film', asset: string, position: Position, measure: string): Block {
  return { type, attrs: { ...standing(position, measure), asset, ownAlt: null, ownCaption: null } };
}

const text = (words: string): Block => ({ type: 'paragraph', content: runs(words) });

/** Words with *bold* and [links](address). */
function runs(words: string) {
  return words
    .split(/(\*[^*]+\*|\[[^[\]]+\]\([^()]+\))/)
    .filter(Boolean)
    .map((run) => {
      const link = /^\[([^\]]+)\]\(([^)]+)\)$/.exec(run);
      if (link)
        return {
          type: 'text' as const,
          text: link[1] ?? '',
          marks: [{ type: 'link' as const, attrs: { href: link[2] ?? '' } }],
        };
      if (/^\*.+\*$/.test(run))
        return { type: 'text' as const, text: run.slice(1, -1), marks: [{ type: 'bold' as const }] };
      return { type: 'text' as const, text: run };
    });
}

const heading = (words: string, level = 2): Block => ({
  type: 'heading',
  attrs: { level },
  content: [{ type: 'text', text: words }],
});
const list = (...items: string[]): Block => ({
  type: 'bulletList',
  content: items.map((item) => ({ type: 'listItem', content: [{ type: 'paragraph', content: runs(item) }] })),
});
const page = (...content: Block[]): PageDocument => ({ type: 'doc', content });

export interface SamplePage {
  title: string;
  section: string;
  document: PageDocument;
}

/** A finished page, one half done, one with faults on purpose, one empty. */
export function samplePages({ comp, asset, film, board, deadHost }: Cast): SamplePage[] {
  return [
    { title: 'How the mirror was made', section: 'instruments', document: page({ type: 'paragraph' }) },
    {
      title: 'Sky notes for November',
      section: 'sky-notes',
      document: page(
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
      document: page(
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
      title: 'Autumn star parties',
      section: 'events',
      document: page(
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
  ];
}
