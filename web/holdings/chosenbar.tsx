import { Hint } from '../kit/hint.tsx';
import { AskFirst } from '../kit/askfirst.tsx';
import { Menu } from '../kit/menu.tsx';
import { Link } from 'react-router';
import {
  binAssets,
  emptyBin,
  keywordAssets,
  labelAssets,
  moveAssets,
  restoreAssets,
  type Site,
} from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import { useDo, useMay } from '../kit/asking.ts';
import { tell } from '../kit/messages.tsx';
import { Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { OneField } from './onefield.tsx';
import { Replacement } from './replacement.tsx';
import { Shortlisting } from './shortlisting.tsx';

interface ChosenBarProps {
  chosen: string[];
  total: number;
  bin: boolean;
  /** The shortlist that is shown. */
  shortlist: string | undefined;
  sections: Site['sections'];
  onEvery: () => void;
  onNone: () => void;
}

/** What can be done to all that is chosen, at once; everything but emptying the bin can be taken back. */
export function ChosenBar({ chosen, total, bin, shortlist, sections, onEvery, onNone }: ChosenBarProps) {
  const move = useDo(moveAssets);
  const label = useDo(labelAssets);
  const keyword = useDo(keywordAssets);
  const toBin = useDo(binAssets);
  const restore = useDo(restoreAssets);
  const empty = useDo(emptyBin);
  const mayFile = useMay(moveAssets);
  const error = [move, label, keyword, toBin, restore, empty].find((doing) => doing.error)?.error;
  const many = plural(chosen.length, 'asset');

  const moveTo = (section: string) =>
    move.mutate(
      { body: { moves: [{ section, assets: chosen }] } },
      {
        onSuccess: ({ before }) =>
          tell({
            says: `${many} filed under ${sections.find(({ id }) => id === section)?.title}.`,
            undo: () => move.mutateAsync({ body: { moves: before } }),
          }),
      },
    );
  const write = (changes: Partial<Placard>, field: string) =>
    label.mutate(
      { body: { labels: [{ assets: chosen, changes }] } },
      {
        onSuccess: ({ before }) =>
          tell({
            says: `The ${field} was written on ${plural(chosen.length, 'placard')}.`,
            undo: () => label.mutateAsync({ body: { labels: before } }),
          }),
      },
    );
  const writeKeywords = (words: string, way: 'add' | 'remove') =>
    keyword.mutate(
      { body: { assets: chosen, [way]: words } },
      {
        onSuccess: ({ before }) => {
          const changed = before.reduce((sum, { assets }) => sum + assets.length, 0);
          if (changed === 0) return tell({ says: 'No placard had to be changed.' });
          return tell({
            says: `The keywords of ${plural(changed, 'placard')} were changed.`,
            undo: () => label.mutateAsync({ body: { labels: before } }),
          });
        },
      },
    );
  const throwAway = () =>
    toBin.mutate(
      { body: { assets: chosen } },
      {
        onSuccess: ({ binned }) => {
          onNone();
          tell({
            says:
              binned.length > 0
                ? `${plural(binned.length, 'asset')} put into the bin.`
                : 'Nothing was put into the bin.',
            ...(binned.length > 0 ? { undo: () => restore.mutateAsync({ body: { assets: binned } }) } : {}),
          });
        },
      },
    );

  return (
    <div className="border-t border-edge pt-2">
      {error && <Notice severity="stop">{error.message}</Notice>}
      {toBin.data?.used.map(({ id, title, pages }) => (
        <Notice key={id} severity="warn">
          “{title}” stands in{' '}
          {pages.map((page, at) => (
            <span key={page.id}>
              {at > 0 && ', '}
              <Link className="underline" to={`/place/${page.id}`}>
                {page.title}
              </Link>
            </span>
          ))}{' '}
          and is not in the bin. Choose what takes its place there, and it goes.
          <Replacement
            id={id}
            title={title}
            onDone={() => {
              toBin.reset();
              onNone();
              tell({ says: `“${title}” was replaced in its pages and put into the bin.` });
            }}
          />
        </Notice>
      ))}
      {(chosen.length > 0 || bin) && (
        <div
          role="group"
          aria-label="What is chosen"
          className="flex flex-wrap items-center gap-x-3 gap-y-2 py-1"
        >
          <span className="font-semibold">{many} chosen</span>
          {chosen.length < total && (
            <button type="button" className="button-plain" onClick={onEvery}>
              Choose all {total > 5000 ? 'of the first 5,000' : total}
            </button>
          )}
          {chosen.length > 0 && (
            <button type="button" className="button-plain" onClick={onNone}>
              Choose none
            </button>
          )}
          <span className="ml-auto flex flex-wrap items-center gap-2">
            {bin
              ? mayFile && (
                  <>
                    <button
                      type="button"
                      className="button"
                      disabled={chosen.length === 0}
                      onClick={() =>
                        restore.mutate(
                          { body: { assets: chosen } },
                          {
                            onSuccess: ({ restored }) =>
                              tell({ says: `${plural(restored, 'asset')} put back where they were.` }),
                          },
                        )
                      }
                    >
                      Put back
                    </button>
                    <EmptyBin
                      total={total}
                      onEmpty={() =>
                        empty.mutate(
                          { body: {} },
                          {
                            onSuccess: () =>
                              tell({
                                says: 'What lay in the bin is deleted for good. What is still listed can be put back.',
                              }),
                          },
                        )
                      }
                    />
                  </>
                )
              : chosen.length > 0 && (
                  <>
                    {mayFile && (
                      <>
                        <Menu
                          says="File them under"
                          items={sections.map(({ id, title }) => [id, title] as const)}
                          onPick={moveTo}
                        />
                        <Link className="button" to="/prep/many" state={{ assets: chosen }}>
                          Prepare
                        </Link>
                        <Link className="button" to="/holdings/names" state={{ assets: chosen }}>
                          Names
                        </Link>
                        <Shortlisting chosen={chosen} shown={shortlist} />
                      </>
                    )}
                    <OneField chosen={chosen} onWrite={write} onKeywords={writeKeywords} />
                    <form method="post" action="/api/assets/pack.zip" target="_blank">
                      <input type="hidden" name="assets" value={chosen.join(',')} />
                      <Hint says="Their originals, with a list of credits">
                        <button type="submit" className="button">
                          Download
                        </button>
                      </Hint>
                    </form>
                    {mayFile && (
                      <button type="button" className="button" onClick={throwAway}>
                        Bin
                      </button>
                    )}
                  </>
                )}
          </span>
        </div>
      )}
    </div>
  );
}

function EmptyBin({ total, onEmpty }: { total: number; onEmpty: () => void }) {
  if (total === 0) return null;
  return (
    <AskFirst
      title="Empty the bin?"
      says={`${plural(total, 'asset')} and their files are deleted for good. This cannot be undone.`}
      go={`Delete ${plural(total, 'asset')} for good`}
      leave="Keep them"
      onGo={onEmpty}
    >
      <button type="button" className="button">
        Empty the bin
      </button>
    </AskFirst>
  );
}
