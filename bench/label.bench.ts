import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import Papa from 'papaparse';
import type { LabelSheet, Site } from '@placard/core/contract';
import { BLANK_PLACARD, limitsOf, statement, statementHtml, type Placard } from '@placard/core/credit';
import { LICENCES, mayWe, termsOf } from '@placard/core/licence';
import { columnsOf, differenceOf, HEADINGS, readRow, rowOf } from '@placard/core/spreadsheet';
import type { Figure, Place } from '@placard/launcher/bench';
import { builtWeb } from '@placard/launcher/serve';
import { openDatabase } from '@placard/server/db/database';
import { openServer, pause, type Caller, type OpenServer } from '@placard/server/testing/openserver';
import { send, settled } from '@placard/server/testing/sending';
import { openPage } from './browser.ts';
import { fill } from './holdings.bench.ts';
import { makeSources } from './pictures.bench.ts';
import { seconds } from './sidebyside.ts';

const PLACEMENTS = 10_000;
const ROWS = 10_000;
const IMPORTED = 50_000;
const MOST_MEMORY = 1e9;
const STEPS = 12;

/** Judging and crediting, comparing spreadsheets, bringing a large one in, and walking from label to label. */
export async function bench({ scratch }: Place): Promise<Figure[]> {
  const server = await openServer({ PLACARD_WEB: builtWeb() });
  try {
    const editor = await server.signIn('editor');
    const database = openDatabase(server.databaseUrl);
    await fill(database);
    await database.close();
    await holdPictures(server, editor, join(scratch, 'label'));
    return [
      judging(),
      comparing(),
      ...(await importing(editor, server.pid())),
      await walking(server, editor),
    ];
  } finally {
    await server.close();
  }
}

const labels = (count: number): Placard[] =>
  Array.from({ length: count }, (_, at) => ({
    ...BLANK_PLACARD,
    title: `A picture of something, number ${at}`,
    alt: `What is to be seen on picture ${at}, in a sentence of some length.`,
    caption: 'Two hours over the old dome.',
    creator: `Person ${at % 300}`,
    creatorUrl: `https://people.example/${at % 300}`,
    source: 'Commonfield',
    sourceUrl: `https://commonfield.example/picture/${at}`,
    licence: LICENCES[at % LICENCES.length]?.id ?? 'own',
    until: at % 5 === 0 ? '2031-12-31' : '',
  }));

function judging(): Figure {
  const all = labels(PLACEMENTS);
  const json = JSON.stringify(all);
  const use = {
    commercial: true,
    territory: ['AT', 'DE'],
    from: '2026-11-25',
    until: null,
    changes: ['cropped', 'recoloured'],
    impressions: null,
    with: [],
  };
  const parse = () => JSON.parse(json) as unknown;
  const judge = () => {
    let length = 0;
    for (const placard of all) {
      const terms = termsOf(placard.licence);
      mayWe(terms, use, limitsOf(placard));
      length += statementHtml(statement(placard, { changes: use.changes, terms })).length;
    }
    return length;
  };
  const [ours, theirs] = [best(judge), best(parse)];
  return {
    says: `mayWe and HTML statement of ${PLACEMENTS} placements ÷ JSON.parse of their labels`,
    ratio: ours / theirs,
    wanted: '≤ 10',
    detail: `${ours.toFixed(0)} ms, JSON.parse ${theirs.toFixed(0)} ms`,
  };
}

function comparing(): Figure {
  const all = labels(ROWS);
  const csv = Papa.unparse([
    [...HEADINGS],
    ...all.map((label, at) =>
      rowOf(
        { id: `asset-${at}`, version: 1, file: `${at}.jpg` },
        at % 3 === 0 ? { ...label, caption: 'New' } : label,
      ),
    ),
  ]);
  const compare = () => {
    const [headings = [], ...rows] = Papa.parse<string[]>(csv).data;
    const columns = columnsOf(headings);
    return rows.filter((cells, at) => {
      const label = all[at];
      return label && differenceOf(label, readRow(cells, columns).label) !== null;
    }).length;
  };
  if (compare() !== Math.ceil(ROWS / 3)) throw new Error('The spreadsheet was not compared rightly.');
  const rate = (ROWS * 1000) / best(compare);
  return {
    says: 'rows of a CSV parsed and compared with their labels a second ÷ 5,000',
    ratio: rate / 5000,
    wanted: '≥ 1',
    detail: `${rate.toFixed(0)} rows a second of ${ROWS}`,
  };
}

/** A spreadsheet of 50,000 rows brought in as the browser does: compared part by part, then written at once. */
async function importing(editor: Caller, pid: number): Promise<Figure[]> {
  const { body } = await editor.ask<{ id: string }>('POST', '/api/label-sheets', { fileName: 'labels.csv' });
  const idOf = (number: number) => `asset-${String(number).padStart(7, '0')}`;
  const took = await seconds(async () => {
    for (let from = 0; from < IMPORTED; from += 500)
      await editor.ask('POST', `/api/label-sheets/${body.id}/rows`, {
        headings: ['Id', 'Changed', 'Caption', 'Licence'],
        rows: Array.from({ length: 500 }, (_, at) => ({
          line: from + at + 2,
          cells: [idOf(from + at), '1', `Caption ${from + at}`, 'CC BY-SA 4.0'],
        })),
        last: from + 500 >= IMPORTED,
      });
  });
  const state = async () => (await editor.ask<LabelSheet>('GET', `/api/label-sheets/${body.id}`)).body;
  let seen = 0;
  const wrote = await seconds(async () => {
    await editor.ask('POST', `/api/label-sheets/${body.id}/write`, { newer: 'leave' });
    for (let sheet = await state(); sheet.state === 'writing'; sheet = await state()) {
      if (sheet.done > 0 && sheet.done < IMPORTED) seen++;
      await pause(300);
    }
  });
  const { state: end, changed } = await state();
  if (end !== 'written' || changed !== IMPORTED)
    throw new Error(`The spreadsheet is ${end}, ${changed} rows.`);
  if (seen === 0) throw new Error('No progress was told while it was written.');
  const status = await readFile(`/proc/${pid}/status`, 'utf8');
  const held = Number(/VmHWM:\s*(\d+) kB/.exec(status)?.[1]) * 1024;
  return [
    {
      says: `most memory of the server while ${IMPORTED} rows were compared and written, of 1 GB`,
      ratio: held / MOST_MEMORY,
      wanted: '≤ 1',
      detail: `${(held / 1e6).toFixed(0)} MB; compared in ${took.toFixed(0)} s (${(IMPORTED / took).toFixed(0)} rows a second over HTTP), written in ${wrote.toFixed(0)} s, progress seen ${seen} times`,
    },
  ];
}

/** Real pictures without labels, newer than all others, to walk through. */
async function holdPictures(server: OpenServer, editor: Caller, folder: string): Promise<void> {
  const [section] = (await editor.ask<Site>('GET', '/api/site')).body.sections;
  const arrivals: string[] = [];
  for (const file of await makeSources(folder, STEPS + 2)) {
    const arrival = await settled(
      editor,
      await send(server, editor, await readFile(file), file.split('/').at(-1) ?? ''),
    );
    arrivals.push(arrival.id);
  }
  await editor.ask('POST', '/api/arrivals/accept', {
    arrivals: arrivals.map((id, at) => ({ id, title: `Unlabelled ${at}`, section: section?.id })),
  });
  const waiting = async () =>
    (await editor.ask<{ total: number }>('GET', '/api/assets?lacking=prep&limit=0')).body.total;
  while ((await waiting()) > 0) await pause(500);
}

/** From the key to the next picture drawn, on the walk through unlabelled assets. */
async function walking(server: OpenServer, editor: Caller): Promise<Figure> {
  const { page, close } = await openPage(server, editor);
  try {
    await page.goto(`${server.address}/label`);
    // Before it is known what waits, a press leads nowhere.
    await page.getByRole('button', { name: 'Next unlabelled', disabled: false }).waitFor();
    const took: number[] = [];
    for (let step = 0; step < STEPS; step++) {
      await page.waitForTimeout(900);
      took.push(await page.evaluate(nextShown));
    }
    const ordered = took.toSorted((a, b) => a - b);
    const middle = ordered[Math.floor(ordered.length / 2)] ?? Number.NaN;
    return {
      says: 'median time from the key to the next label drawn on the walk ÷ 100 ms',
      ratio: middle / 100,
      wanted: '≤ 1',
      detail: `${middle.toFixed(0)} ms, the longest ${(ordered.at(-1) ?? 0).toFixed(0)} ms, of ${took.length}`,
    };
  } finally {
    await close();
  }
}

/** Presses the key, and waits until the label and the picture are the next one's and were drawn. Runs in the page. */
async function nextShown(): Promise<number> {
  const label = () => document.querySelector('article[aria-label^="Placard of"]')?.getAttribute('aria-label');
  const picture = () => document.querySelector<HTMLImageElement>('main figure img');
  const [before, shown] = [label(), picture()?.src];
  const begun = performance.now();
  document.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', altKey: true, bubbles: true }));
  const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
  const there = () => {
    const now = picture();
    return label() !== before && now && now.src !== shown && now.complete && now.naturalWidth > 0;
  };
  while (!there()) {
    if (performance.now() - begun > 5000) throw new Error('Nothing came next.');
    await frame();
  }
  await frame();
  return performance.now() - begun;
}

/** The best of five rounds after a warm-up, in milliseconds. */
function best(work: () => unknown): number {
  work();
  return Math.min(
    ...Array.from({ length: 5 }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    }),
  );
}
