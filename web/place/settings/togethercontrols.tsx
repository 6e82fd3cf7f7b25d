import type { Editor } from '@tiptap/react';
import { NodeSelection } from '@tiptap/pm/state';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { lazy, Suspense, useDeferredValue, type ReactNode } from 'react';
import type { Site } from '@placard/core/contract';
import {
  acrossRoom,
  BOX_RATIOS,
  BOUNDS,
  gapIn,
  heldKey,
  mostPerRow,
  partsOf,
  perRowIn,
  sharesOf,
  tilesIn,
  titleOf,
  turnsRound,
  type AnyBlock,
  type Item,
  type RenderContext,
  type Things,
  type Together,
} from '@placard/core/page';
import { Checkbox } from '../../kit/checkbox.tsx';
import { Hint } from '../../kit/hint.tsx';
import { NumberField } from '../../kit/numberfield.tsx';
import { Select } from '../../kit/select.tsx';
import { useSelection } from '../../shell/selection.tsx';
import { IconButton } from '../standing/iconbutton.tsx';
import { blockOf, deskOf, roomAt } from './desk.ts';
import {
  alongBy,
  beginTitle,
  moveAll,
  moveItem,
  say,
  takeApart,
  takeOutAll,
  takeOutItem,
  itemPos,
  type FoundTogether,
} from './commands.ts';
import { ItemLeads } from './itemleads.tsx';
import { OrderList, type Ordered } from './orderlist.tsx';
import { PerRow } from './perrow.tsx';
import { PHONE, SmallSetting } from './smallsetting.tsx';

const OpenerControls = lazy(() => import('./openercontrols.tsx'));

/** How many that are, in a caption. */
const COUNTS = ['None', 'This one', 'These two', 'These three', 'These four', 'These five', 'These six'];

/** What the setting that things stand in still asks: how many in a row, what leads where, in which order, and how it falls on a phone. */
export function TogetherControls({
  editor,
  found,
  things,
  site,
  page,
  context,
  children,
}: {
  editor: Editor;
  found: FoundTogether;
  things: Things;
  site: Site;
  page: string;
  context: RenderContext;
  /** The choice of the setting itself. */
  children: ReactNode;
}) {
  const { openTray } = useSelection();
  // The settings themselves are looked at first.
  const listed = useDeferredValue(true, false);
  const { attrs, items } = things;
  const { setting } = attrs;
  const outer = roomAt(editor, found.pos, deskOf(editor).context);
  const room = attrs.across ? acrossRoom(outer) : outer;
  const mayLeave = outer.bleed !== null;
  const gap = gapIn(attrs, setting === 'rows' || setting === 'tiles' ? 8 : setting === 'columns' ? 24 : 20);
  const most = Math.max(1, Math.min(mostPerRow(room.width, gap), Math.max(items.length, 2)));
  const perRow = setting === 'tiles' ? tilesIn(things, room.width)[0] : perRowIn(things, room.width);
  const gallery = setting === 'rows' || setting === 'tiles' || setting === 'slides';
  const turns = setting === 'columns' || (setting === 'cards' && turnsRound(things, perRow));
  const current = found.at === null ? null : (items[found.at] ?? null);
  const count = COUNTS[items.length] ?? `These ${items.length}`;
  const choose = (at: number) => {
    const place = itemPos(found, at);
    const { media } = partsOf(items[at] ?? { content: [] });
    const item = found.node.child(at);
    let inside = place + 1;
    for (let before = 0; before < Math.max(0, media); before++) inside += item.child(before).nodeSize;
    const { tr } = editor.state;
    editor.view.dispatch(
      tr.setSelection(NodeSelection.create(tr.doc, media >= 0 ? inside : place)).scrollIntoView(),
    );
  };
  return (
    <>
      <div className="mb-1.5 flex items-center">
        <p className="caption mr-auto">
          How {count.toLowerCase()} stand{items.length === 1 ? 's' : ''}
        </p>
        <IconButton
          label="Move all of it up"
          onClick={() => moveAll(editor, found, -1)}
          icon={<ArrowUp aria-hidden className="size-4" />}
        />
        <IconButton
          label="Move all of it down"
          onClick={() => moveAll(editor, found, 1)}
          icon={<ArrowDown aria-hidden className="size-4" />}
        />
        <IconButton
          label="Take all of it out of the page"
          onClick={() => takeOutAll(editor, found)}
          icon={<Trash2 aria-hidden className="size-4" />}
        />
      </div>
      {children}
      {(setting === 'cards' || setting === 'tiles') && (
        <PerRow
          value={perRow}
          most={most}
          items={items.length}
          what={setting}
          onChange={(next) => say(editor, found, { perRow: next })}
        />
      )}
      {setting === 'opener' && (
        <Suspense>
          <OpenerControls editor={editor} found={found} things={things} site={site} context={context} />
        </Suspense>
      )}
      <div className="mt-3 grid gap-2 text-[13px]">
        {(setting === 'cards' || setting === 'tiles') && (
          <div className="flex items-center gap-2 [&>label]:shrink-0">
            <Select
              label="Pictures in"
              value={
                attrs.box ? `${attrs.box.width}:${attrs.box.height}` : setting === 'cards' ? '3:2' : '1:1'
              }
              options={BOX_RATIOS.map(
                ([width, height]) => [`${width}:${height}`, `${width} : ${height}`] as const,
              )}
              onChange={(chosen) => {
                const [width = 1, height = 1] = chosen.split(':').map(Number);
                say(editor, found, { box: { width, height, how: attrs.box?.how ?? 'filled' } });
              }}
            />
            <Select
              label="How they stand in it"
              hideLabel
              value={attrs.box?.how ?? 'filled'}
              options={[
                ['filled', 'filled'],
                ['fitted', 'fitted in whole'],
              ]}
              onChange={(how) =>
                say(editor, found, {
                  box: {
                    ...(attrs.box ??
                      (setting === 'cards' ? { width: 3, height: 2 } : { width: 1, height: 1 })),
                    how,
                  },
                })
              }
            />
          </div>
        )}
        {setting === 'rows' && (
          <span className="flex items-center gap-2">
            <NumberField
              label="Rows about as high as"
              unit="px"
              className="w-20"
              least={BOUNDS.height.least}
              most={BOUNDS.height.most}
              step={10}
              value={attrs.height ?? 200}
              onChange={(height) => say(editor, found, { height: Math.round(height) })}
            />
          </span>
        )}
        {setting !== 'slides' && setting !== 'opener' && (
          <span className="flex items-center gap-2">
            <NumberField
              label="Gap between them"
              unit="px"
              className="w-20"
              least={BOUNDS.gap.least}
              most={BOUNDS.gap.most}
              value={gap}
              onChange={(next) => say(editor, found, { gap: Math.round(next) })}
            />
          </span>
        )}
        {setting === 'columns' && items.length >= 2 && items.length <= 4 && (
          <span className="flex items-center gap-2">
            <span className="caption">In parts of</span>
            {sharesOf(things).map((share, nth) => (
              <NumberField
                key={nth}
                label={`Share of column ${nth + 1}, in percent`}
                hideLabel
                className="w-14"
                least={BOUNDS.share.least}
                most={BOUNDS.share.most}
                value={Math.round(share * 100)}
                onChange={(percent) =>
                  say(editor, found, { shares: sharedAnew(sharesOf(things), nth, percent / 100) })
                }
              />
            ))}
          </span>
        )}
        {setting === 'columns' && attrs.shares && attrs.shares.length === items.length && (
          <button
            type="button"
            className="button-plain -ml-1.5 justify-self-start"
            onClick={() => say(editor, found, { shares: null })}
          >
            Make the columns equal
          </button>
        )}
        {setting === 'sidenote' && (
          <>
            <Select
              label="It stands"
              value={attrs.side ?? 'end'}
              options={[
                ['end', 'at the right of the words'],
                ['start', 'at the left of the words'],
              ]}
              onChange={(side) => say(editor, found, { side })}
            />
            <p className="flex flex-wrap items-center gap-x-2">
              {things.alongside
                ? `Beside ${things.alongside.content.length === 1 ? 'one block' : `${things.alongside.content.length} blocks`} of words.`
                : 'Beside no words yet.'}
              <button type="button" className="button-plain" onClick={() => alongBy(editor, found, 1)}>
                One more
              </button>
              {things.alongside && (
                <button type="button" className="button-plain" onClick={() => alongBy(editor, found, -1)}>
                  One fewer
                </button>
              )}
            </p>
          </>
        )}
        {gallery && (
          <Checkbox
            checked={attrs.large !== false}
            onChange={(on) => say(editor, found, { large: on ? null : false })}
          >
            A press opens a picture large
          </Checkbox>
        )}
        {mayLeave && (gallery || setting === 'opener' || setting === 'cards') && (
          <Checkbox
            checked={Boolean(attrs.across)}
            onChange={(on) => say(editor, found, { across: on || null, measured: null })}
          >
            As wide as the screen, up to {outer.bleed} px
          </Checkbox>
        )}
      </div>
      {listed && (
        <OrderList
          things={items.map((item, at) => orderedOf(item, at, context, setting))}
          chosen={found.at}
          onChoose={choose}
          onMove={(from, to) => moveItem(editor, found, from, to)}
          onTakeOut={(at) => takeOutItem(editor, found, at)}
        />
      )}
      {current && found.at !== null && (
        <>
          {titleOf(current) === '' && partsOf(current).title < 0 && !['rows', 'tiles'].includes(setting) && (
            <button
              type="button"
              className="button-plain mt-1 -ml-1.5 text-[13px]"
              onClick={() => beginTitle(editor, found, found.at ?? 0)}
            >
              Give it a title
            </button>
          )}
          {setting !== 'rows' && setting !== 'tiles' && (
            <ItemLeads
              key={found.at}
              editor={editor}
              page={page}
              found={found}
              at={found.at}
              item={current}
            />
          )}
        </>
      )}
      <figure className="mt-3 flex items-start gap-2">
        <span className="block h-[112px] w-[72px] shrink-0 overflow-hidden border border-rule">
          <SmallSetting
            block={blockOf(found.node) as unknown as Together}
            context={context}
            screen={PHONE}
            width={72}
          />
        </span>
        <figcaption className="text-[12.5px] text-soft">
          {PHONE_SAYS[setting]}
          {turns && (
            <button
              type="button"
              aria-pressed={Boolean(attrs.turned)}
              className="mt-1 block text-ink underline hover:text-madder"
              onClick={() => say(editor, found, { turned: attrs.turned ? null : true })}
            >
              {attrs.turned ? 'Turn the order back' : 'Turn the order round'}
            </button>
          )}
        </figcaption>
      </figure>
      <p className="mt-3 flex flex-wrap gap-2">
        <button type="button" className="button" onClick={() => takeApart(editor, found)}>
          Take apart
        </button>
        <Hint says="What is placed from the tray comes behind them">
          <button
            type="button"
            className="button"
            onClick={() => {
              const { tr } = editor.state;
              editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, found.pos)));
              openTray(true);
            }}
          >
            Add things
          </button>
        </Hint>
      </p>
    </>
  );
}

/** Shares in percent of which one is another; the others keep their proportions. */
function sharedAnew(shares: readonly number[], nth: number, share: number): number[] {
  const others = 1 - (shares[nth] ?? 0);
  return shares.map((one, at) => {
    const next = at === nth ? share : (one / others) * (1 - share);
    return Math.round(Math.min(0.9, Math.max(0.1, next)) * 1000) / 10;
  });
}

const PHONE_SAYS: Record<Things['attrs']['setting'], string> = {
  cards: 'On a phone they stand one under the other, each as wide as the screen.',
  columns: 'On a phone they stand one under the other, in this order, each as wide as the screen.',
  rows: 'On a phone the rows are set anew, and every one is full.',
  tiles: 'On a phone two stand in a row.',
  slides: 'On a phone they are moved on by a finger, one by one.',
  sidenote: 'On a phone the note stands below the words.',
  opener: 'On a phone it stands upright, in the part of the picture that narrow screens have.',
};

function orderedOf(item: Item, at: number, { holdings }: RenderContext, setting: string): Ordered {
  const media: AnyBlock | undefined = item.content[partsOf(item).media];
  const attrs = (media?.attrs ?? {}) as {
    id?: string;
    asset?: string;
    version?: string | null;
    frame?: { title: string };
  };
  const asset = attrs.asset
    ? holdings.get(heldKey({ asset: attrs.asset, version: attrs.version }))
    : undefined;
  const { linksTo, linkWords } = item.attrs ?? {};
  const shows = setting !== 'rows' && setting !== 'tiles';
  const words = linkWords?.trim() || titleOf(item);
  return {
    id: attrs.id ?? `item-${at}`,
    title:
      titleOf(item) || asset?.placard.title || attrs.frame?.title || firstWords(item) || `Number ${at + 1}`,
    src:
      asset?.sources.find(({ mime }) => mime === 'image/jpeg' || mime === 'image/png')?.key ??
      asset?.sources[0]?.key ??
      null,
    doubt:
      !shows || !linksTo
        ? null
        : words === ''
          ? 'its link has no words'
          : /^(more|here|read more|click here|this)$/i.test(words)
            ? `its link says “${words}”: ${words.toLowerCase()} what?`
            : null,
    leads: linksTo && shows ? 'leads on' : null,
  };
}

/** What it says first. */
function firstWords(item: Item): string {
  const first = item.content.find(({ type }) => type === 'paragraph');
  const text = ((first?.content ?? []) as { text?: string }[]).map((run) => run.text ?? '').join('');
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}
