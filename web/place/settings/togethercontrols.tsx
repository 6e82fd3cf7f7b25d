import { PHONE } from '@placard/core/geometry';
import type { Editor } from '@tiptap/react';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Site } from '@placard/core/contract';
import {
  acrossWidth,
  heldKey,
  partsOf,
  titleOf,
  type AnyBlock,
  type Item,
  type RenderContext,
  type Things,
  type Together,
} from '@placard/core/page';
import { Hint } from '../../kit/hint.tsx';
import { useSelecting } from '../../kit/selection.tsx';
import { IconButton } from '../standing/iconbutton.tsx';
import { AfterDrawing } from './afterdrawing.tsx';
import { blockOf, deskOf, roomAt } from '../desk/desk.ts';
import {
  beginTitle,
  chooseAll,
  chooseItem,
  moveAll,
  moveItem,
  say,
  takeApart,
  takeOutAll,
  takeOutItem,
  type FoundTogether,
} from '../desk/together.ts';
import { deskSettingOf } from './each/index.ts';
import { ItemLeads } from './itemleads.tsx';
import { OrderList, type Ordered } from './orderlist.tsx';
import { SmallSetting } from './smallsetting.tsx';

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
  const { openTray } = useSelecting();
  const { attrs, items } = things;
  const outer = roomAt(editor, found.pos, deskOf(editor).context);
  const room = attrs.across ? acrossWidth(outer) : outer;
  const desk = deskSettingOf(attrs.setting);
  const current = found.at === null ? null : (items[found.at] ?? null);
  const count = COUNTS[items.length] ?? `These ${items.length}`;
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
          label="Remove all of it from the page"
          onClick={() => takeOutAll(editor, found)}
          icon={<Trash2 aria-hidden className="size-4" />}
        />
      </div>
      {children}
      <div className="mt-3 grid gap-2 text-[13px]">
        <desk.Fields
          editor={editor}
          found={found}
          things={things}
          site={site}
          context={context}
          room={room}
          outer={outer}
          say={(said) => say(editor, found, said)}
        />
      </div>
      <AfterDrawing>
        <OrderList
          things={items.map((item, at) => orderedOf(item, at, context, desk.words))}
          chosen={found.at}
          onChoose={(at) => chooseItem(editor, found, at)}
          onMove={(from, to) => moveItem(editor, found, from, to)}
          onTakeOut={(at) => takeOutItem(editor, found, at)}
        />
      </AfterDrawing>
      {current && found.at !== null && (
        <>
          {desk.words && titleOf(current) === '' && partsOf(current).title < 0 && (
            <button
              type="button"
              className="button-plain mt-1 -ml-1.5 text-[13px]"
              onClick={() => beginTitle(editor, found, found.at ?? 0)}
            >
              Give it a title
            </button>
          )}
          {desk.words && (
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
          {desk.phone}
          {desk.turns?.(things, room) && (
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
          Ungroup
        </button>
        <Hint says="What is placed from the tray comes behind them">
          <button
            type="button"
            className="button"
            onClick={() => {
              chooseAll(editor, found);
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

function orderedOf(item: Item, at: number, { holdings }: RenderContext, shows: boolean): Ordered {
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
