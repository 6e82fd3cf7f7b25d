import { useState } from 'react';
import type { FrameShape } from '@placard/core/embed';
import type { Embed } from '@placard/core/page';
import { Switch } from '../kit/switch.tsx';
import { Field } from '../placard/field.tsx';
import { HostOptions, useHostFile } from './hostoptions.tsx';
import { LeastPower } from './leastpower.tsx';
import { SizeControls } from './sizecontrols.tsx';
import { StillChoice, type HostsStill } from './stillchoice.tsx';

/** All that can be said of a frame in a page: what it is called, what its host understands, when it loads, its size, its powers. */
export function EmbedControls({
  block,
  section,
  hosts = null,
  given = null,
  onChange,
}: {
  block: Embed;
  /** Where a still is filed. */
  section: string;
  /** The still that its host shows of it. */
  hosts?: HostsStill | null;
  /** The room that its host gave it. */
  given?: FrameShape | null;
  onChange: (attrs: Partial<Embed['attrs']>) => void;
}) {
  const { frame, still, caption = '' } = block.attrs;
  const file = useHostFile(frame.src);
  const [choosing, setChoosing] = useState(false);
  const { host } = new URL(frame.src);
  return (
    <div className="text-[13.5px]">
      <Field
        name="Said to screen readers"
        value={frame.title}
        onChange={(title) => title.trim() !== '' && onChange({ frame: { ...frame, title: title.trim() } })}
      />
      <Field
        name="Words under it"
        placeholder="None"
        value={caption}
        onChange={(words) => onChange({ caption: words })}
      />
      <Switch
        says="Load on click"
        help={
          still
            ? `Nothing is asked of ${host} before a visitor presses play.`
            : `${host} learns of each visitor as soon as the frame comes near the screen.`
        }
        checked={Boolean(still) || choosing}
        onChange={(on) => {
          setChoosing(on && !still);
          if (!on) onChange({ still: null });
        }}
      />
      {still && (
        <button type="button" className="button-plain -ml-1.5" onClick={() => setChoosing(!choosing)}>
          Another still
        </button>
      )}
      {choosing && (
        <StillChoice
          label="The still that stands there"
          hosts={hosts}
          section={section}
          onCancel={() => setChoosing(false)}
          onChoose={(asset) => {
            setChoosing(false);
            onChange({ still: asset });
          }}
        />
      )}
      {file && (
        <HostOptions
          file={file}
          address={frame.src}
          onChange={(src) => onChange({ frame: { ...frame, src } })}
        />
      )}
      {file?.told && <p className="border-b border-rule py-1.5 text-[12.5px] text-soft">{file.told}</p>}
      <SizeControls attrs={block.attrs} hosts={given} onChange={onChange} />
      <LeastPower block={block} onChange={(least) => onChange({ frame: least })} />
    </div>
  );
}
