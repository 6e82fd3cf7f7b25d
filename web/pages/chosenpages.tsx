import { useQueryClient } from '@tanstack/react-query';
import { arrangePages, listPages, readStages, type PageLine, type Site } from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { AskFirst } from '../kit/askfirst.tsx';
import { useDo } from '../kit/asking.ts';
import { Menu } from '../kit/menu.tsx';
import { tell } from '../kit/messages.tsx';
import { Notice } from '../kit/notice.tsx';

/** What can be done to all pages that are chosen; everything but taking them away can be taken back. */
export function ChosenPages({
  chosen,
  bin,
  sections,
  onDone,
}: {
  chosen: readonly PageLine[];
  /** What is shown lies in the bin. */
  bin: boolean;
  sections: Site['sections'];
  onDone: () => void;
}) {
  const client = useQueryClient();
  const arrange = useDo(arrangePages);
  const pages = chosen.map(({ id }) => id);
  const many = plural(pages.length, 'page');
  const did = (says: string, undo?: () => Promise<unknown>) => {
    for (const { path } of [listPages, readStages]) void client.invalidateQueries({ queryKey: [path] });
    onDone();
    tell({ says, ...(undo && { undo }) });
  };
  const move = (section: string) =>
    arrange.mutate(
      { body: { pages, to: { do: 'move', section } } },
      {
        onSuccess: () =>
          did(
            `${many} moved to ${sections.find(({ id }) => id === section)?.title}. Former addresses lead on.`,
            async () => {
              for (const from of new Set(chosen.map((page) => page.section.id)))
                await arrange.mutateAsync({
                  body: {
                    pages: chosen.filter((page) => page.section.id === from).map(({ id }) => id),
                    to: { do: 'move', section: from },
                  },
                });
              void client.invalidateQueries({ queryKey: [listPages.path] });
            },
          ),
      },
    );
  const toBin = () =>
    arrange.mutate(
      { body: { pages, to: { do: 'bin' } } },
      {
        onSuccess: ({ linkedFrom }) =>
          did(
            `${many} put into the bin.${linkedFrom.length > 0 ? ` ${plural(linkedFrom.length, 'page')} linked there: ${linkedFrom.map(({ title }) => `“${title}”`).join(', ')}.` : ''}`,
            async () => {
              await arrange.mutateAsync({ body: { pages, to: { do: 'restore' } } });
              void client.invalidateQueries({ queryKey: [listPages.path] });
            },
          ),
      },
    );
  const restore = () =>
    arrange.mutate(
      { body: { pages, to: { do: 'restore' } } },
      { onSuccess: () => did(`${many} brought back.`) },
    );
  const remove = () =>
    arrange.mutate(
      { body: { pages, to: { do: 'remove' } } },
      { onSuccess: ({ done }) => did(`${plural(done, 'page')} taken away.`) },
    );
  return (
    <div
      role="toolbar"
      aria-label="Chosen pages"
      className="sticky top-0 z-10 mb-1 flex flex-wrap items-center gap-2 border border-edge bg-card px-3 py-2 text-[13px]"
    >
      <span className="font-semibold">{many} chosen</span>
      {bin ? (
        <>
          <button type="button" className="button" disabled={arrange.isPending} onClick={restore}>
            Bring back
          </button>
          <AskFirst
            title={`Take ${many} away for good?`}
            says="Their words, their versions and their addresses go with them. What they show stays in the holdings. This cannot be undone."
            go="Take them away"
            leave="Leave them in the bin"
            onGo={remove}
          >
            <button type="button" className="button" disabled={arrange.isPending}>
              Take away for good
            </button>
          </AskFirst>
        </>
      ) : (
        <>
          <Menu
            says="Move to"
            items={sections.map(({ id, title }) => [id, title] as const)}
            disabled={arrange.isPending}
            onPick={move}
          />
          <button type="button" className="button" disabled={arrange.isPending} onClick={toBin}>
            Put into the bin
          </button>
        </>
      )}
      <button type="button" className="button-plain ml-auto" onClick={onDone}>
        Choose none
      </button>
      {arrange.error && <Notice severity="stop">{arrange.error.message}</Notice>}
    </div>
  );
}
