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

/** Unpacking a typical embed code against DOMPurify on jsdom letting one iframe through. */
export async function bench(): Promise<Figure[]> {
  const purify = createDOMPurify(new JSDOM('').window);
  const clean = () => purify.sanitize(CODE, { ADD_TAGS: ['iframe'], ADD_ATTR: ['allow', 'allowfullscreen'] });
  const ours = perSecond(() => unpack(CODE));
  const theirs = perSecond(clean);
  return [
    {
      says: 'unpack ÷ DOMPurify on jsdom, typical embed code',
      ratio: ours / theirs,
      wanted: '≥ 10',
      detail: `unpack ${ours.toFixed(0)} a second, DOMPurify ${theirs.toFixed(0)} a second`,
    },
    begun(),
  ];
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

/** The best of five rounds, after a warm-up. */
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
  round(400);
  return Math.max(...Array.from({ length: 5 }, () => round(400)));
}
