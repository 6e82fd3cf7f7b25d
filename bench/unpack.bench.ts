import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import createDOMPurify from 'dompurify';
import { JSDOM } from 'jsdom';
import { unpack } from '@placard/core/embed';
import type { Figure } from '@placard/launcher/bench';

const PLACARD = fileURLToPath(new URL('../placard', import.meta.url));

const CODE = `<script>trk("view","e91")</script>
<div style="left:0;width:100%;height:0;position:relative;padding-bottom:56.25%"><iframe width="560" height="315" src="https://lanternreel.example/player/q7Zt?si=8fJ2_kd&amp;utm_source=share" title="Aligning a finder scope" frameborder="0" onload="rs(this)" allow="autoplay; fullscreen; camera; clipboard-write" allowfullscreen></iframe></div>
<a href="https://lanternreel.example/?ref=embed">Watch more</a>`;

/** A code of each form besides. */
const FORMS: readonly [form: string, code: string][] = [
  ['frame', CODE],
  [
    'object',
    '<object data="https://corkrail.example/board/7" type="text/html" width="400" height="300"><p>The board</p></object>',
  ],
  [
    'quotation',
    '<blockquote class="post" data-theme="dark" cite="https://flockline.example/wren/p/77"><p lang="en">First frost on the <a href="https://flockline.example/tag/dome">#dome</a>, bring gloves.</p>&mdash; Wren Oakes (@wren) <a href="https://flockline.example/wren/p/77?utm_source=embed">3 November</a></blockquote> <script async src="https://flockline.example/widget.js" charset="utf-8"></script>',
  ],
  [
    'placeholder',
    '<div class="sky-map" data-href="https://hillshade.example/map/7" data-zoom="4"></div><script>window.hs=window.hs||[];hs.push("map")</script><script src="https://hillshade.example/map.js"></script>',
  ],
  [
    'custom element',
    '<sketch-pad url="https://sketchyard.example/s/9" theme="dark">Nine circles</sketch-pad><script type="module" src="https://sketchyard.example/pad.js"></script>',
  ],
  ['script', '<script src="https://sketchyard.example/s/9.js" data-theme="dark"></script>'],
  [
    'linked still',
    '<a href="https://lanternreel.example/film/2" title="Aligning"><img src="https://lanternreel.example/still/2.jpg" alt="Still"></a>',
  ],
  ['escaped', CODE.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')],
];

/** Unpacking a code of each form against DOMPurify on jsdom letting one iframe through. */
export async function bench(): Promise<Figure[]> {
  const purify = createDOMPurify(new JSDOM('').window);
  const clean = (code: string) =>
    purify.sanitize(code, { ADD_TAGS: ['iframe'], ADD_ATTR: ['allow', 'allowfullscreen'] });
  const figures = FORMS.map(([form, code]): Figure => {
    const ours = perSecond(() => unpack(code));
    const theirs = perSecond(() => clean(code));
    return {
      says: `unpack ÷ DOMPurify on jsdom, ${form}`,
      ratio: ours / theirs,
      wanted: '≥ 10',
      detail: `unpack ${ours.toFixed(0)} a second, DOMPurify ${theirs.toFixed(0)} a second`,
    };
  });
  return [...figures, begun()];
}

/** One code by the command line against a Node that does nothing, in turns. */
function begun(): Figure {
  const times = { ours: [] as number[], bare: [] as number[] };
  for (let round = 0; round < 12; round++) {
    const take = (into: number[], command: string, words: string[]) => {
      const from = performance.now();
      spawnSync(command, words, { input: CODE });
      // The first may build what it runs.
      if (round > 1) into.push(performance.now() - from);
    };
    take(times.bare, process.execPath, ['-e', '0']);
    take(times.ours, PLACARD, ['unpack']);
  }
  const [ours, bare] = [median(times.ours), median(times.bare)];
  return {
    says: '`./placard unpack` ÷ `node -e 0`, median',
    ratio: ours / bare,
    wanted: '≤ 2.5',
    detail: `${ours.toFixed(0)} ms, ${bare.toFixed(0)} ms`,
  };
}

const median = (times: number[]): number =>
  times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;

/** The best of three rounds, after a warm-up. */
function perSecond(work: () => unknown): number {
  const round = (ms: number) => {
    const begun = performance.now();
    let times = 0;
    while (performance.now() - begun < ms) {
      work();
      times++;
    }
    return (times * 1000) / (performance.now() - begun);
  };
  round(300);
  return Math.max(...Array.from({ length: 3 }, () => round(300)));
}
