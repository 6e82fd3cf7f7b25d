import { useEditorState, type Editor } from '@tiptap/react';
import { NodeSelection } from '@tiptap/pm/state';
import { useMemo } from 'react';
import type { Site } from '@placard/core/contract';
import {
  kindOf,
  settingsFor,
  SETTINGS,
  thingsIn,
  type AnyBlock,
  type RenderContext,
  type SettingName,
  type Together,
} from '@placard/core/page';
import { useSteady } from '../../kit/usesteady.ts';
import { useHeld } from '../desk/useheld.ts';
import {
  changeSetting,
  chosenBlocks,
  itemsFor,
  setTogether,
  togetherRound,
  type ChosenBlocks,
  type FoundTogether,
} from '../desk/together.ts';
import { blockOf, deskContext, stampOf } from '../desk/desk.ts';
import { Fold } from '../../kit/fold.tsx';
import { SettingChoice } from './settingchoice.tsx';
import { TogetherControls } from './togethercontrols.tsx';

/** What is set together round the selection, and what could be. */
export function useSettings(editor: Editor): { found: FoundTogether | null; chosen: ChosenBlocks | null } {
  return useEditorState({
    editor,
    selector: ({ editor: now }) => ({ found: togetherRound(now), chosen: chosenBlocks(now) }),
    equalityFn: (one, other) =>
      other !== null &&
      one.found?.node === other.found?.node &&
      one.found?.pos === other.found?.pos &&
      one.found?.at === other.found?.at &&
      one.chosen?.from === other.chosen?.from &&
      one.chosen?.to === other.chosen?.to &&
      (one.chosen?.blocks ?? []).every((block, at) => block === other.chosen?.blocks[at]),
  });
}

/** What true small settings of some blocks are drawn from. */
export function useSmallContext(site: Site, blocks: readonly AnyBlock[]): RenderContext {
  const uses = blocks.flatMap(usesIn);
  const held = useHeld(uses).holdings;
  // What is held is made anew with every answer; what counts is which of it there is.
  const holdings = useSteady(held, stampOf(held));
  return useMemo(
    // Each is a screen of its own.
    () => ({ ...deskContext(site, holdings), screen: undefined }),
    [site, holdings],
  );
}

const usesIn = (block: AnyBlock): ReturnType<ReturnType<typeof kindOf>['uses']> => {
  const kind = kindOf(block);
  return [...kind.uses(block).filter(({ as }) => as !== 'file'), ...kind.children(block).flatMap(usesIn)];
};

/** The words that stand behind a place, for showing something beside them. */
function wordsBehind(editor: Editor, at: number): string {
  const { doc } = editor.state;
  let words = '';
  doc.nodesBetween(Math.min(at, doc.content.size), doc.content.size, (node) => {
    if (node.isTextblock && words.length < 400) words += `${node.textContent} `;
    return words.length < 400;
  });
  return (
    words.trim() ||
    'The words of the page stand here as soon as some are written below this. '.repeat(4).trim()
  );
}

/** A side note beside words, also where it stands beside none yet. */
function besideWords(block: Together, words: string): Together {
  if (block.attrs.setting !== 'sidenote' || block.content.some(({ type }) => type === 'alongside'))
    return block;
  const beside = { type: 'paragraph', content: [{ type: 'text', text: words }] };
  return { ...block, content: [...block.content, { type: 'alongside', content: [beside] }] };
}

/** How several things stand together: the very things in each setting, and below them what the chosen one still asks. */
export function SettingPanel({
  editor,
  site,
  page,
  found,
}: {
  editor: Editor;
  site: Site;
  page: string;
  found: FoundTogether;
}) {
  const block = blockOf(found.node) as unknown as Together;
  const context = useSmallContext(site, [block as AnyBlock]);
  const things = useMemo(() => thingsIn(block), [block]);
  const words = wordsBehind(editor, found.pos + found.node.nodeSize);
  const blockIn = useMemo(
    () => (setting: SettingName) => besideWords({ ...block, attrs: { ...block.attrs, setting } }, words),
    [block, words],
  );
  const fitting = settingsFor(things.items);
  const settings = fitting.includes(block.attrs.setting) ? fitting : [block.attrs.setting, ...fitting];
  return (
    <section aria-label="How these stand">
      <TogetherControls
        editor={editor}
        found={found}
        things={things}
        site={site}
        page={page}
        context={context}
      >
        <SettingChoice
          label="How these stand together"
          settings={settings}
          chosen={block.attrs.setting}
          blockIn={blockIn}
          context={context}
          onChoose={(setting) => changeSetting(editor, found, setting)}
        />
      </TogetherControls>
    </section>
  );
}

/** What is chosen and could be set together: the very things in each setting that makes sense. */
export function SetTogetherPanel({
  editor,
  site,
  chosen,
}: {
  editor: Editor;
  site: Site;
  chosen: ChosenBlocks;
}) {
  const context = useSmallContext(site, chosen.blocks);
  const words = wordsBehind(editor, chosen.to);
  const blockIn = useMemo(
    () =>
      (setting: SettingName): Together =>
        besideWords(
          {
            type: 'together',
            attrs: { key: 'small-setting', setting },
            content: itemsFor(chosen.blocks, setting),
          },
          words,
        ),
    [chosen.blocks, words],
  );
  const settings = SETTINGS.filter((setting) =>
    settingsFor(blockIn(setting).content as never).includes(setting),
  );
  if (settings.length === 0) return null;
  const alone = editor.state.selection instanceof NodeSelection;
  const says = alone ? 'Or set as' : `Set these ${chosen.blocks.length} together`;
  const choice = (
    <SettingChoice
      label="Set together"
      settings={settings}
      chosen={null}
      blockIn={blockIn}
      context={context}
      onChoose={(setting) => setTogether(editor, setting)}
    />
  );
  // Words are chosen for many reasons: what they could become is drawn for whoever asks.
  return (
    <section aria-label="Set together">
      {chosen.words ? (
        <Fold says={says} className="text-[13px]">
          {choice}
        </Fold>
      ) : (
        <>
          <p className="caption mb-1.5">{says}</p>
          {choice}
        </>
      )}
    </section>
  );
}
