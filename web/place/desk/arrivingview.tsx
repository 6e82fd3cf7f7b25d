import type { Editor, NodeViewProps } from '@tiptap/react';
import { useOnce } from '../../kit/once.ts';
import { useEffect } from 'react';
import { useParams } from 'react-router';
import {
  acceptArrivals,
  becameOf,
  fetchMedia,
  listArrivals,
  readAsset,
  readPage,
  savePage,
  type Arrival,
  type AssetDetail,
} from '@placard/core/contract';
import { linkToFile, targetOf, type Arriving } from '@placard/core/page';
import { Refusal, call } from '../../kit/api.ts';
import { useAsk, useDo, useMay } from '../../kit/asking.ts';
import { Progress } from '../../kit/bar.tsx';
import { Thumbnail } from '../../kit/thumbnail.tsx';
import { uploads, useSending } from '../../kit/uploads.ts';
import { useLatest } from '../../kit/uselatest.ts';
import { AltTextForm } from '../../placard/alttextform.tsx';
import { placedAs } from '../newblocks.ts';
import { changePlace, takeOutPlace, useComing, type Coming } from './coming.ts';
import { placedNode } from './placing.ts';

/** Where something pasted is meant to stand: how far it has come, and what is needed before it is placed. */
export function ArrivingView({ node, editor }: NodeViewProps) {
  const attrs = node.attrs as Arriving['attrs'];
  const mayWrite = useMay(savePage);
  const { data: arrivals } = useAsk(listArrivals, {}, { enabled: Boolean(attrs.arrival) });
  const arrival = arrivals?.find(({ id }) => id === attrs.arrival);
  const became = useAsk(
    becameOf,
    { params: { id: attrs.arrival ?? '' } },
    { enabled: Boolean(attrs.arrival) && arrivals !== undefined && !arrival },
  );
  const target = targetOf(attrs.address);
  const asset = target.kind === 'file' ? target.asset : (became.data?.asset ?? null);
  const coming = useComing(attrs.id);
  const takeOut = () => {
    takeOutPlace(editor, attrs.id);
    editor.view.focus();
  };
  const isHeld = (held: string) => {
    // It may stand there by now: what was accepted is told to everybody.
    if (placedNode(editor, attrs.id)?.node.type.name !== 'arriving') return;
    changePlace(editor, attrs.id, (now) => ({
      type: 'arriving',
      attrs: { ...now, arrival: null, address: linkToFile(held) },
    }));
  };
  const become = (held: AssetDetail) => void changePlace(editor, attrs.id, () => placedAs(attrs, held));
  const inside = () => {
    // Whoever sends it asks for what is missing, too.
    if (coming) return <OnItsWayFromHere coming={coming} arrival={arrival} />;
    if (asset) return <Held asset={asset} attrs={attrs} onBecome={become} />;
    if (arrival)
      return arrival.state === 'ready' ? (
        <ToLabel arrival={arrival} attrs={attrs} onHeld={isHeld} />
      ) : (
        <OnItsWay arrival={arrival} />
      );
    if (attrs.address !== '' && !attrs.arrival) return <NotFetched attrs={attrs} editor={editor} />;
    if (attrs.arrival && became.isPending) return <p>Looking for it in the arrivals …</p>;
    return (
      <p>
        {attrs.arrival
          ? `This ${attrs.media} is not among the arrivals: it did not come whole, or was sent away.`
          : `This ${attrs.media} did not arrive. Paste it again, or take it out.`}
      </p>
    );
  };
  return (
    <div
      role="group"
      aria-label={`A ${attrs.media} that is not held yet`}
      className="border border-dashed border-ochre bg-card p-3 font-sans text-[13px] text-ink"
      // What is typed here is no writing in the page.
      onKeyDown={(event) => event.stopPropagation()}
    >
      {inside()}
      {attrs.caption !== '' && <p className="mt-1 text-soft">Caption: {attrs.caption}</p>}
      {mayWrite && (
        <button type="button" className="mt-1 underline" onClick={takeOut}>
          Remove it
        </button>
      )}
    </div>
  );
}

/** How far a file has come that this window sends, and what keeps it. */
function OnItsWayFromHere({ coming, arrival }: { coming: Coming; arrival: Arrival | undefined }) {
  const sending = useSending().find(({ key }) => key === coming.upload);
  const bringing = `Bringing in ${coming.fileName} …`;
  if (coming.says !== null)
    return (
      <p role="alert">
        {coming.fileName} was not placed. {coming.says}
      </p>
    );
  if (sending?.state === 'failed')
    return (
      <>
        <p role="alert">{sending.says}</p>
        <button type="button" className="button my-1" onClick={() => uploads.retry(sending.key)}>
          Send it again
        </button>
      </>
    );
  if (coming.come && (!arrival || arrival.state === 'ready'))
    return <p>{coming.fileName} has come, and is placed as soon as it is known what it shows.</p>;
  const [done, total] = sending
    ? [sending.sent, sending.bytes]
    : [arrival?.received ?? 0, arrival?.bytes ?? 0];
  return (
    <>
      <p>{sending?.says ?? bringing}</p>
      {total > 0 && <Progress done={done} total={total} label={bringing} />}
    </>
  );
}

function OnItsWay({ arrival }: { arrival: Arrival }) {
  if (arrival.state === 'refused') return <p>{arrival.says}</p>;
  return (
    <>
      <p>Bringing in {arrival.fileName} …</p>
      <Progress done={arrival.received} total={arrival.bytes} label={`Bringing in ${arrival.fileName}`} />
    </>
  );
}

/** Something that lies elsewhere: nothing is fetched before somebody says so. */
function NotFetched({ attrs, editor }: { attrs: Arriving['attrs']; editor: Editor }) {
  const fetching = useDo(fetchMedia);
  const bringIn = useOnce(async () => {
    const answer = await fetching
      .mutateAsync({ body: { items: [{ address: attrs.address }] } })
      .catch(() => undefined);
    const arrival = answer?.arrivals[0];
    if (arrival)
      changePlace(editor, attrs.id, (before) => ({ type: 'arriving', attrs: { ...before, arrival } }));
  });
  return (
    <>
      <p className="break-words">
        A {attrs.media} at {new URL(attrs.address).host}: it was not fetched.
        {attrs.alt ? ` There it is called “${attrs.alt}”.` : ''}
      </p>
      <button type="button" className="button my-1" disabled={bringIn.busy} onClick={() => bringIn.press()}>
        Bring it in
      </button>
      {fetching.error && <p className="text-madder">{fetching.error.message}</p>}
    </>
  );
}

/** It has arrived, and waits for what it shows to be said. */
function ToLabel({
  arrival,
  attrs,
  onHeld,
}: {
  arrival: Arrival;
  attrs: Arriving['attrs'];
  onHeld: (asset: string) => void;
}) {
  const { page = '' } = useParams();
  const { data: on } = useAsk(readPage, { params: { id: page } }, { enabled: page !== '' });
  const accept = async () => {
    const { accepted, left } = await call(acceptArrivals, {
      body: { arrivals: [{ id: arrival.id, title: arrival.proposedTitle, section: on?.section.id ?? '' }] },
    });
    const asset = accepted[0]?.asset;
    if (!asset) throw new Refusal(409, { title: left[0]?.says ?? 'It could not be accepted.' });
    return call(readAsset, { params: { id: asset } });
  };
  return (
    <div className="flex flex-wrap gap-3">
      <Thumbnail src={arrival.thumbnail} facts={arrival.facts} className="size-24" />
      <div className="min-w-0 grow basis-52">
        {arrival.sameAs ? (
          <>
            <p>It is held already, as “{arrival.sameAs.title}”.</p>
            <button
              type="button"
              className="button my-1"
              onClick={() => arrival.sameAs && onHeld(arrival.sameAs.id)}
            >
              Put that one here
            </button>
          </>
        ) : (
          <AltTextForm
            first={attrs.alt}
            caption={attrs.caption}
            go="Label it and put it here"
            asset={accept}
            onSaved={onHeld}
          />
        )}
      </div>
    </div>
  );
}

/** It is held: placed at once where its label says what it shows, else that is asked for. */
function Held({
  asset,
  attrs,
  onBecome,
}: {
  asset: string;
  attrs: Arriving['attrs'];
  onBecome: (asset: AssetDetail) => void;
}) {
  const { data } = useAsk(readAsset, { params: { id: asset } });
  const labelled =
    data !== undefined &&
    (data.facts.kind === 'document' || data.placard.alt !== '' || data.placard.decorative);
  const become = useLatest(onBecome);
  useEffect(() => {
    if (labelled) become.current(data);
  }, [labelled, data, become]);
  if (!data || labelled) return <p>Bringing it up …</p>;
  return (
    <AltTextForm
      first={attrs.alt}
      caption={attrs.caption}
      go="Label it and put it here"
      asset={async () => data}
      onSaved={() => onBecome(data)}
    />
  );
}
