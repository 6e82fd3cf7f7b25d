import { expect, it } from 'vitest';
import { altAdvice, type AltContext, type AltPlace } from './advice.ts';

it.each([
  ['Stars drawn into rings above a small dome.', '', []],
  ['', 'a caption', []],
  ['DSC_4471.jpg', '', ['file-name']],
  ['star-trails.png', '', ['file-name']],
  ['Image of a dome at night', '', ['says-image']],
  ['A photograph showing the moon', '', ['says-image']],
  ['Two hours over the old dome.', 'two hours over the old dome.', ['repeats-caption']],
  ['dome', '', ['too-short']],
  ['word '.repeat(60), '', ['too-long']],
  ['THE DOME BY NIGHT', '', ['all-capitals']],
  ['Дом под звёздами', 'Дом под звёздами', ['repeats-caption']],
  ['Дом под звёздами', 'Луна', []],
])('%j beside the caption %j gets %j', (alt, caption, rules) => {
  expect(altAdvice(alt, { caption }).map(({ rule }) => rule)).toEqual(rules);
});

const place = (parts: Partial<AltPlace>): AltPlace => ({
  title: 'Autumn evenings',
  neighbours: [],
  linksTo: null,
  ...parts,
});

it.each<[string, string, AltContext, string[]]>([
  ['two pictures say the same', 'A dome by night', { twins: ['The old dome'] }, ['same-as-another']],
  [
    'the one next to it too',
    'A dome by night',
    { places: [place({ neighbours: ['a dome, by night.'] })] },
    ['same-as-neighbour'],
  ],
  ['a neighbour of other words', 'A dome by night', { places: [place({ neighbours: ['The moon'] })] }, []],
  [
    'a link whose target is named',
    'How to find the dome',
    { places: [place({ linksTo: 'Finding the dome' })] },
    [],
  ],
  [
    'a link whose target is not',
    'Stars in rings',
    { places: [place({ linksTo: 'Getting here' })] },
    ['says-nothing-of-link'],
  ],
  [
    'a link to an address',
    'Stars in rings',
    { places: [place({ linksTo: 'https://maps.example/valley-road' })] },
    ['says-nothing-of-link'],
  ],
  ['a link to a bare host', 'Stars in rings', { places: [place({ linksTo: 'https://maps.example/' })] }, []],
  ['decorative', '', { decorative: true, places: [place({})] }, []],
  [
    'decorative and a link',
    '',
    { decorative: true, places: [place({ linksTo: '/visit' })] },
    ['decorative-link'],
  ],
  ['decorative with a caption', '', { decorative: true, caption: 'By night' }, ['decorative-captioned']],
])('where it stands: %s', (_, alt, context, rules) => {
  expect(altAdvice(alt, context).map(({ rule }) => rule)).toEqual(rules);
});
