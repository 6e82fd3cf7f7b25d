import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { TRACK_KINDS, type TrackKind } from '@placard/core/captions';
import { readAsset, type AssetDetail } from '@placard/core/contract';
import { refusalOf, useAsk } from '../kit/asking.ts';
import { Language } from '../kit/codechoice.tsx';
import { Empty, Loading, Notice } from '../kit/notice.tsx';
import { Select } from '../kit/select.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { TrackEditor } from './trackeditor.tsx';

const KINDS: Record<TrackKind, string> = {
  captions: 'captions: what is said',
  descriptions: 'descriptions: what is to be seen',
  chapters: 'chapters: which part begins when',
};

/** Captions, descriptions and chapters of a film, written beside it with its sound drawn. */
export default function CaptionsEditor() {
  const { asset: id = '' } = useParams();
  const [query] = useSearchParams();
  const asset = useAsk(readAsset, { params: { id } });
  useTitle(asset.data?.placard.title, 'Captions');
  const refused = refusalOf(asset);
  if (refused)
    return (
      <div className="p-5">
        <Notice severity="stop">{refused.message}</Notice>
      </div>
    );
  if (!asset.data) return <Loading what="what is captioned" />;
  const { facts, tracks } = asset.data;
  if (facts.kind !== 'film' && facts.kind !== 'sound')
    return <Empty title="Nothing to write captions for">Only films and sounds have captions.</Empty>;
  const kind = TRACK_KINDS.find((known) => known === query.get('kind')) ?? 'captions';
  const language = query.get('language') ?? tracks.find((track) => track.kind === kind)?.language ?? '';
  const track = tracks.find((one) => one.kind === kind && one.language === language);
  return (
    <main className="flex h-full flex-col gap-3 overflow-hidden px-5 py-3 max-lg:overflow-y-auto">
      <Which asset={asset.data} kind={kind} language={language} />
      {language === '' ? (
        <Empty title="In which language?">Choose the language that is spoken, and write as it is said.</Empty>
      ) : (
        <TrackEditor
          key={`${kind} ${language}`}
          asset={asset.data}
          which={{ asset: id, track: track?.id ?? null, kind, language }}
        />
      )}
    </main>
  );
}

/** Which of its tracks is written. */
function Which({ asset, kind, language }: { asset: AssetDetail; kind: TrackKind; language: string }) {
  const navigate = useNavigate();
  const go = (to: { kind: TrackKind; language: string }) =>
    void navigate(`/label/${asset.id}/captions?${new URLSearchParams(to)}`);
  return (
    <div className="flex flex-wrap items-end gap-4">
      <h1 className="mr-2">{asset.placard.title || asset.fileName}</h1>
      <Select
        label="What is written"
        hideLabel
        className="w-[280px]"
        value={kind}
        onChange={(next) => go({ kind: next, language })}
        options={TRACK_KINDS.map((one) => [one, KINDS[one]] as const)}
      />
      <Language
        label="Language of the captions"
        hideLabel
        className="w-[170px]"
        value={language}
        onChange={(next) => go({ kind, language: next })}
      />
      <span className="text-[13px] text-soft">
        {asset.tracks.map((track, at) => (
          <span key={track.id}>
            {at > 0 && ', '}
            <Link
              to={`/label/${asset.id}/captions?${new URLSearchParams({ kind: track.kind, language: track.language })}`}
              className="underline decoration-edge hover:text-madder"
            >
              {track.label}
            </Link>
          </span>
        ))}
      </span>
      <Link to={`/label/${asset.id}`} className="button-plain ml-auto">
        Back to its label
      </Link>
    </div>
  );
}
