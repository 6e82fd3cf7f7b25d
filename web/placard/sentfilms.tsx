import { Select } from '../kit/select.tsx';
import { Radios } from '../kit/radios.tsx';
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
import { useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { useAsk, useDo } from '../kit/asking.ts';
import { PageSearch } from '../pages/pagesearch.tsx';
import { Progress } from '../kit/bar.tsx';
import { Language } from '../kit/codechoice.tsx';
import { TextField, WordsField } from '../kit/fields.tsx';
import { Form, useFilling } from '../kit/form.tsx';
import { inBytes } from '@placard/core/text';
import { newPlacementId } from '../kit/newplacementid.ts';

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
          <PageSearch
            label="Put its player in a page"
            chosen="Put its player in …"
            onChoose={({ id }) => place(id)}
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
  const site = useAsk(readSite, {}, { staleTime: 60_000 });
  // The site's language is known before there is a form to begin with it.
  return site.data ? (
    <Sending asset={asset} host={host} language={site.data.language} onClose={onClose} />
  ) : null;
}

function Sending({
  asset,
  host,
  language,
  onClose,
}: {
  asset: AssetDetail;
  host: string;
  language: string;
  onClose: () => void;
}) {
  const filling = useFilling(sendFilm, {
    params: { id: asset.id },
    start: {
      title: asset.placard.title || asset.fileName,
      description: asset.placard.caption,
      language,
      captions: asset.tracks[0]?.language ?? (null as string | null),
      audience: 'everyone' as (typeof AUDIENCES)[number],
      people: [] as string[],
    },
    onDone: onClose,
  });
  const { control, form } = filling;
  const [audience, captions, tongue] = useWatch({ control, name: ['audience', 'captions', 'language'] });
  return (
    <Form
      filling={filling}
      label={`Send to ${host}`}
      className="mt-2 space-y-2"
      onLeave={onClose}
      buttons={
        <>
          <button type="submit" className="button button-go" disabled={filling.sending}>
            Send {inBytes(asset.bytes)}
          </button>
          <button type="button" className="button-plain" onClick={onClose}>
            Do not send it
          </button>
        </>
      }
    >
      <TextField filling={filling} name="title" label={`Title on ${host}`} />
      <TextField filling={filling} name="description" label="Description" rows={3} />
      <div className="grid grid-cols-2 gap-2">
        <Language label="Language" value={tongue} onChange={(next) => form.setValue('language', next)} />
        <div>
          <Select
            label="Captions"
            value={captions ?? ''}
            onChange={(next) => form.setValue('captions', next || null)}
            options={[['', 'none'], ...asset.tracks.map(({ language, label }) => [language, label] as const)]}
          />
        </div>
      </div>
      <Radios
        label="Who may see it"
        showLabel
        value={audience}
        onChange={(next) => form.setValue('audience', next)}
        className="flex flex-wrap gap-x-3"
        options={AUDIENCES.map((whom) => [whom, WHOM[whom]] as const)}
      />
      {audience === 'named' && (
        <WordsField filling={filling} name="people" label="Their mail addresses, with commas" />
      )}
    </Form>
  );
}
