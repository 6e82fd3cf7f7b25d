import { useRef, useState } from 'react';
import { Notice } from '../kit/notice.tsx';
import { PictureChoice } from '../kit/picturechoice.tsx';
import { LicenceChoice } from '../placard/licencechoice.tsx';
import { fetchStill } from './fetchstill.ts';

/** A picture that a host shows of something, and what that is. */
export interface HostsStill {
  address: string;
  title: string;
  creator: string;
  page: string;
  /** A small picture of it on the users'-content origin. */
  preview: string | null;
}

/** Chooses the picture that stands for somebody else's thing: the one that its host shows, brought in with where it is from, or one of ours. */
export function StillChoice({
  label,
  hosts,
  section,
  onChoose,
  onCancel,
}: {
  label: string;
  hosts: HostsStill | null;
  section: string;
  onChoose: (asset: string) => void;
  onCancel: () => void;
}) {
  const [licence, setLicence] = useState('unknown');
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  /** Something else was chosen while the host’s picture was still coming in. */
  const settled = useRef(false);
  const bring = async (still: HostsStill) => {
    setBusy(true);
    setWrong(null);
    try {
      const asset = await fetchStill({ ...still, licence }, section);
      if (!settled.current) onChoose(asset);
    } catch (error) {
      setWrong(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="border-b border-rule py-2">
      {hosts && (
        <div className="mb-2">
          <div className="mb-2 flex items-center gap-2">
            {hosts.preview && <img src={hosts.preview} alt="" className="h-[45px] w-20 object-cover" />}
            <button type="button" className="button" disabled={busy} onClick={() => void bring(hosts)}>
              {busy ? 'Bringing it in …' : 'Bring in the host’s picture'}
            </button>
          </div>
          <LicenceChoice label="Under which terms" value={licence} own={[]} onChange={setLicence} />
        </div>
      )}
      {wrong && <Notice severity="stop">{wrong}</Notice>}
      <PictureChoice
        label={label}
        onChoose={(asset) => {
          settled.current = true;
          onChoose(asset);
        }}
        onCancel={() => {
          settled.current = true;
          onCancel();
        }}
      />
    </div>
  );
}
