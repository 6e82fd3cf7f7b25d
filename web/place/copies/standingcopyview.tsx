import type { NodeViewProps } from '@tiptap/react';
import { readPage, readSite } from '@placard/core/contract';
import { blockMarkup, seenBy, usesIn } from '@placard/core/page';
import { dayIn } from '@placard/core/text';
import { useAsk } from '../../kit/asking.ts';
import { MarkupView } from '../../kit/markup.tsx';
import { atRest, ON_THE_DESK } from '../desk/ondesk.tsx';
import { deskContext, deskOf, roomAt } from '../desk/desk.ts';
import { scheduleInWords } from '../desk/scheduleinwords.ts';
import { useHeld } from '../desk/useheld.ts';

/** Standing copy in a page that is written: what it is now, which is changed where it is kept. */
export function StandingCopyView({ node, editor, getPos }: NodeViewProps) {
  const site = useAsk(readSite);
  const copy = useAsk(readPage, { params: { id: String(node.attrs['copy']) } }, { retry: false });
  const document = copy.data?.document ?? { type: 'doc' as const, content: [] };
  const { holdings, pending } = useHeld(usesIn(document).filter(({ as }) => as !== 'file'));
  const gone =
    copy.error ??
    (copy.data?.binned ? { message: 'It lies in the bin, and visitors see nothing of it.' } : null);
  if (gone || !copy.data?.copy)
    return (
      <p className="border border-dashed border-madder p-4 text-[14px]">
        {gone
          ? `Standing copy stood here. ${gone.message}`
          : copy.data
            ? 'This is a page, no standing copy.'
            : 'Bringing it up …'}
      </p>
    );
  const context = deskContext(site.data, holdings);
  const room = roomAt(editor, getPos(), deskOf(editor).context);
  const viewer = { day: dayIn(site.data?.policy.timeZone ?? 'UTC', new Date()), ours: true };
  const markup = seenBy(document, viewer)
    .content.flatMap((block) => blockMarkup(block, context, room))
    .flatMap(atRest);
  return (
    <div className="standing-copy" data-drag-handle>
      <span className="standing-copy-called">
        Standing copy: {copy.data.title}
        {copy.data.shown && ` (${scheduleInWords(copy.data.shown, viewer.day)})`}
      </span>
      {markup.length === 0 && (
        <p className="text-[14px] text-[#666]">
          {pending ? 'Bringing it up …' : 'Nothing is written in it yet.'}
        </p>
      )}
      <MarkupView markup={markup} replaced={ON_THE_DESK} />
    </div>
  );
}
