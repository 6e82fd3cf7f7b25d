import { useRef } from 'react';
import { writeSrt, writeVtt, type Cue } from '@placard/core/captions';
import type { AssetDetail } from '@placard/core/contract';
import type { WhichTrack } from './usesavedcues.ts';

/** A file of captions brought in, and what is written taken out as one. */
export function TrackFiles({
  asset,
  which,
  cues,
  onFile,
}: {
  asset: AssetDetail;
  which: WhichTrack;
  cues: readonly Cue[];
  /** Null for who may not write. */
  onFile: ((file: File) => void) | null;
}) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      {onFile && (
        <>
          <button type="button" className="button-plain" onClick={() => picker.current?.click()}>
            Bring in a file
          </button>
          <input
            ref={picker}
            type="file"
            accept=".vtt,.srt,text/vtt"
            aria-label="File of captions"
            className="hidden"
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              if (file) onFile(file);
              // The same file can be chosen once more.
              target.value = '';
            }}
          />
        </>
      )}
      <Out asset={asset} which={which} name="WebVTT" extension="vtt" text={() => writeVtt(cues)} />
      <Out asset={asset} which={which} name="SRT" extension="srt" text={() => writeSrt(cues)} />
    </>
  );
}

/** What is written, as a file. */
function Out({
  asset,
  which,
  name,
  extension,
  text,
}: {
  asset: AssetDetail;
  which: WhichTrack;
  name: string;
  extension: string;
  text: () => string;
}) {
  return (
    <button
      type="button"
      className="button-plain"
      onClick={() => {
        const link = document.createElement('a');
        link.href = URL.createObjectURL(
          new Blob([text()], { type: extension === 'vtt' ? 'text/vtt' : 'application/x-subrip' }),
        );
        link.download = `${asset.name}-${which.language}${which.kind === 'captions' ? '' : `-${which.kind}`}.${extension}`;
        link.click();
        setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
      }}
    >
      Out as {name}
    </button>
  );
}
