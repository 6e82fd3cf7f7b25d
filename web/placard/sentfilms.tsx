import { Select } from '../kit/select.tsx';
import { Radios } from '../kit/radios.tsx';
import { Menu } from '../kit/menu.tsx';
import { useState } from 'react';
import {
  AUDIENCES,
  forgetSentFilm,
  listSentFilms,
  readSite,
  sendFilm,
  type AssetDetail,
  type SentFilm,
} from '@placard/core/contract';
import { filmAsPlayer } from '@placard/core/page';
import { useNavigate } from 'react-router';
import { useAsk, useDo } from '../kit/asking.ts';
import { useRecentPages } from '../pages/userecentpages.ts';
import { Progress } from '../kit/bar.tsx';
import { Notice } from '../kit/notice.tsx';
import { inBytes } from '../kit/words.ts';
import { newPlacementId } from '../place/placementid.ts';

const WHOM = { everyone: 'everyone', ours: 'our people', named: 'named people' } as const;

/** Where a film of ours lies on the video host, and the way to send it there: the site stays light. */
export function SentFilms({ asset }: { asset: AssetDetail }) {
  const sent = useAsk(listSentFilms, { params: { id: asset.id } });
  const [sending, setSending] = useState(false);
  const forget = useDo(forgetSentFilm);
  if (!sent.data || (sent.data.host === null && sent.data.sent.length === 0)) return null;
  return (
    <section aria-label="On the video host" className="mt-3 border-t border-rule pt-2 text-[13px]">
      <p className="caption">On the video host</p>
      <ul>
        {sent.data.sent.map((film) => (
          <Sent key={film.id} film={film} onForget={() => forget.mutate({ params: { id: film.id } })} />
        ))}
      </ul>
      {sending ? (
        <SendForm asset={asset} host={sent.data.host ?? ''} onClose={() => setSending(false)} />
      ) : (
        sent.data.host && (
          <button type="button" className="button mt-1.5" onClick={() => setSending(true)}>
            Send it to {sent.data.host}
          </button>
        )
      )}
    </section>
  );
}

function Sent({ film, onForget }: { film: SentFilm; onForget: () => void }) {
  const pages = useRecentPages();
  const navigate = useNavigate();
  const { frame } = film;
  const place = (pageId: string) => {
    if (!frame || !film.page) return;
    const block = filmAsPlayer(
      { title: film.title, owner: '', seconds: 0, page: film.page, frame },
      { id: newPlacementId(), measure: 'column', details: false },
    );
    void navigate(`/place/${pageId}`, { state: { block } });
  };
  return (
    <li className="border-b border-rule py-1.5">
      {film.state === 'sending' && (
        <>
          <p>
            Sending to {film.host}: {inBytes(film.sent)} of {inBytes(film.bytes)}
          </p>
          <Progress done={film.sent} total={film.bytes} label={`Sending ${film.title}`} />
        </>
      )}
      {film.state === 'failed' && <p className="text-madder">{film.says}</p>}
      {film.state === 'there' && (
        <p>
          <a className="underline" href={film.page ?? ''} target="_blank" rel="noreferrer">
            {film.title}
          </a>{' '}
          on {film.host}, for {WHOM[film.audience]}
        </p>
      )}
      <span className="mt-1 flex flex-wrap gap-2">
        {film.state === 'there' && frame && (
          <Menu
            label="Put its player in a page"
            says="Put its player in"
            items={pages.map(({ id, title }) => [id, title] as const)}
            onPick={place}
          />
        )}
        <button type="button" className="button-plain" onClick={onForget}>
          {film.state === 'sending' ? 'Stop' : 'Forget'}
        </button>
      </span>
    </li>
  );
}

function SendForm({ asset, host, onClose }: { asset: AssetDetail; host: string; onClose: () => void }) {
  const site = useAsk(readSite);
  const send = useDo(sendFilm);
  const [captions, setCaptions] = useState(asset.tracks[0]?.language ?? '');
  const [audience, setAudience] = useState<(typeof AUDIENCES)[number]>('everyone');
  return (
    <form
      className="mt-2 space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        const given = new FormData(event.currentTarget);
        const text = (name: string) => String(given.get(name) ?? '').trim();
        send.mutate(
          {
            params: { id: asset.id },
            body: {
              title: text('title'),
              description: text('description'),
              language: text('language'),
              captions: captions || null,
              audience,
              people: text('people')
                .split(/[\s,;]+/)
                .filter(Boolean),
            },
          },
          { onSuccess: onClose },
        );
      }}
    >
      <Line name="title" says={`Title on ${host}`} value={asset.placard.title || asset.fileName} />
      <label className="block">
        <span className="caption">Description</span>
        <textarea name="description" rows={3} className="input" defaultValue={asset.placard.caption} />
      </label>
      <div className="grid grid-cols-2 gap-2">
        <Line name="language" says="Language" value={site.data?.language ?? 'en'} />
        <div>
          <Select
            label="Captions"
            value={captions}
            onChange={setCaptions}
            options={[['', 'none'], ...asset.tracks.map(({ language, label }) => [language, label] as const)]}
          />
        </div>
      </div>
      <Radios
        label="Who may see it"
        showLabel
        value={audience}
        onChange={setAudience}
        className="flex flex-wrap gap-x-3"
        options={AUDIENCES.map((whom) => [whom, WHOM[whom]] as const)}
      />
      {audience === 'named' && <Line name="people" says="Their mail addresses, with commas" value="" />}
      {send.error && <Notice severity="stop">{send.error.message}</Notice>}
      <span className="flex gap-2">
        <button type="submit" className="button button-go" disabled={send.isPending}>
          Send {inBytes(asset.bytes)}
        </button>
        <button type="button" className="button-plain" onClick={onClose}>
          Do not send it
        </button>
      </span>
    </form>
  );
}

function Line({ name, says, value }: { name: string; says: string; value: string }) {
  return (
    <label className="block">
      <span className="caption">{says}</span>
      <input name={name} className="input" defaultValue={value} />
    </label>
  );
}
