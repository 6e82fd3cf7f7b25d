import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { putCaptions, type AssetDetail } from '@placard/core/contract';
import { languageName } from '@placard/core/text';
import { useDo } from '../kit/asking.ts';
import { Language } from '../kit/codechoice.tsx';

/** The captions tracks of a film, and a way to attach one. */
export function Captions({ asset }: { asset: AssetDetail }) {
  const picker = useRef<HTMLInputElement>(null);
  const [language, setLanguage] = useState('en');
  const put = useDo(putCaptions);
  const attach = async (file: File | undefined) => {
    if (!file) return;
    const label = languageName(language) ?? language;
    put.mutate({ params: { id: asset.id }, body: { language, label, text: await file.text() } });
  };
  return (
    <div className="mt-2 border-t border-rule pt-2 text-[13px]">
      <p className="caption">Captions</p>
      {asset.tracks.length === 0 ? (
        <p className="text-ochre">None yet.</p>
      ) : (
        <p>{asset.tracks.map(({ label }) => label).join(', ')}</p>
      )}
      <Link to={`/label/${asset.id}/captions`} className="underline decoration-edge hover:text-madder">
        {asset.tracks.length === 0 ? 'Write captions' : 'Write and judge them'}
      </Link>
      <div className="mt-1 flex items-center gap-2">
        <Language
          label="Language of the captions"
          hideLabel
          className="w-[130px]"
          value={language}
          onChange={setLanguage}
        />
        <button type="button" className="button" onClick={() => picker.current?.click()}>
          Attach a VTT or SRT file
        </button>
        <input
          ref={picker}
          type="file"
          accept=".vtt,.srt,text/vtt"
          aria-label="Captions file"
          className="hidden"
          onChange={(event) => void attach(event.target.files?.[0])}
        />
      </div>
      {put.error && (
        <p role="alert" className="mt-1 text-madder">
          {put.error.message}
        </p>
      )}
    </div>
  );
}
