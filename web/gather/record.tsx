import { format } from 'date-fns';
import { Radios } from '../kit/radios.tsx';
import { Circle, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Notice } from '../kit/notice.tsx';
import { inBytes, inTime } from '@placard/core/text';
import { uploads } from '../kit/uploads.ts';

type What = 'sound' | 'film';
/** What browsers record into, the best known first. */
const TYPES: Record<What, readonly string[]> = {
  film: ['video/webm;codecs=vp9,opus', 'video/webm', 'video/mp4'],
  sound: ['audio/webm;codecs=opus', 'audio/ogg', 'audio/mp4'],
};

/** Records sound or a film from this machine's microphone and camera: try again as often as you like, then keep it. */
export function Record() {
  const [what, setWhat] = useState<What>('sound');
  const [running, setRunning] = useState<MediaRecorder | null>(null);
  const [seconds, setSeconds] = useState(0);
  const [taken, setTaken] = useState<{ blob: Blob; url: string } | null>(null);
  const [trouble, setTrouble] = useState('');
  const [name, setName] = useState('');
  const live = useRef<HTMLVideoElement>(null);

  useEffect(() => {
    if (!running) return undefined;
    if (live.current) live.current.srcObject = running.stream;
    const timer = setInterval(() => setSeconds((before) => before + 1), 1000);
    return () => {
      clearInterval(timer);
      // Whatever happens to this screen, microphone and camera are let go.
      for (const track of running.stream.getTracks()) track.stop();
    };
  }, [running]);
  useEffect(() => () => (taken ? URL.revokeObjectURL(taken.url) : undefined), [taken]);

  const begin = async () => {
    setTrouble('');
    setTaken(null);
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true, video: what === 'film' });
      const type = TYPES[what].find((type) => MediaRecorder.isTypeSupported(type));
      const recorder = new MediaRecorder(stream, type ? { mimeType: type } : {});
      const parts: Blob[] = [];
      recorder.addEventListener('dataavailable', ({ data }) => parts.push(data));
      recorder.addEventListener('stop', () => {
        const blob = new Blob(parts, { type: recorder.mimeType });
        setTaken({ blob, url: URL.createObjectURL(blob) });
        setRunning(null);
      });
      setSeconds(0);
      recorder.start(1000);
      setRunning(recorder);
    } catch (error) {
      const denied = error instanceof DOMException && error.name === 'NotAllowedError';
      setTrouble(
        denied
          ? 'This browser was told not to let Placard record. Allow it beside the address, and begin again.'
          : `No ${what === 'film' ? 'camera' : 'microphone'} could be used. Is one connected, and does another program use it?`,
      );
    }
  };
  const keep = () => {
    if (!taken) return;
    const [, ending = 'webm'] = /^\w+\/(\w+)/.exec(taken.blob.type) ?? [];
    const day = format(new Date(), 'd MMMM');
    uploads.add([
      new File([taken.blob], `${name.trim() || `Recorded ${day}`}.${ending}`, { type: taken.blob.type }),
    ]);
    setTaken(null);
    setName('');
  };
  return (
    <div className="flex flex-wrap items-start gap-6">
      <div className="space-y-3">
        <fieldset disabled={running !== null}>
          <Radios
            label="What to record"
            value={what}
            onChange={setWhat}
            className="flex gap-4"
            options={[
              ['sound', 'Sound'],
              ['film', 'Film with sound'],
            ]}
          />
        </fieldset>
        {running ? (
          <button type="button" className="button button-go" onClick={() => running.stop()}>
            <Square aria-hidden className="size-4" /> Stop
          </button>
        ) : (
          <button type="button" className={`button ${taken ? '' : 'button-go'}`} onClick={() => void begin()}>
            <Circle aria-hidden className="size-4" /> {taken ? 'Try again' : 'Record'}
          </button>
        )}
        {running && (
          <p role="status" className="font-mono">
            {inTime(seconds)}
          </p>
        )}
      </div>
      {running && what === 'film' && (
        <video
          ref={live}
          autoPlay
          muted
          playsInline
          className="w-[320px] bg-ink"
          aria-label="What the camera sees"
        />
      )}
      {taken && (
        <div className="space-y-2">
          {what === 'film' ? (
            <video controls src={taken.url} className="w-[320px] bg-ink" aria-label="What was recorded" />
          ) : (
            <audio controls src={taken.url} className="block w-[320px]" aria-label="What was recorded" />
          )}
          <div className="flex gap-2">
            <input
              className="input w-[220px]"
              aria-label="Name of the recording"
              placeholder="What it is"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <button type="button" className="button button-go" onClick={keep}>
              Keep it
            </button>
          </div>
          <p className="caption">{inBytes(taken.blob.size)}. Only what you keep is sent.</p>
        </div>
      )}
      {trouble && <Notice severity="stop">{trouble}</Notice>}
    </div>
  );
}
