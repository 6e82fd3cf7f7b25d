import { useState } from 'react';
import type { LinkCardBlock } from '@placard/core/page';
import { Field } from '../placard/field.tsx';
import { StillChoice, type HostsStill } from './stillchoice.tsx';

/** All that can be said of a link card: its title, its words, its site, its picture. */
export function CardControls({
  block,
  section,
  hosts = null,
  onChange,
}: {
  block: LinkCardBlock;
  section: string;
  hosts?: HostsStill | null;
  onChange: (attrs: Partial<LinkCardBlock['attrs']>) => void;
}) {
  const { card, asset } = block.attrs;
  const [choosing, setChoosing] = useState(false);
  const set = (part: Partial<typeof card>) => onChange({ card: { ...card, ...part } });
  return (
    <div className="text-[13.5px]">
      <Field
        name="Title"
        value={card.title}
        onChange={(title) => title.trim() !== '' && set({ title: title.trim() })}
      />
      <Field name="Words" value={card.words} multiline onChange={(words) => set({ words })} />
      <Field name="Site" value={card.site} onChange={(site) => set({ site })} />
      <p className="border-b border-rule py-1.5 break-all text-soft">{card.address}</p>
      {choosing ? (
        <StillChoice
          label="The picture of the card"
          hosts={hosts}
          section={section}
          onCancel={() => setChoosing(false)}
          onChoose={(chosen) => {
            setChoosing(false);
            onChange({ asset: chosen });
          }}
        />
      ) : (
        <p className="flex gap-2 py-1">
          <button type="button" className="button-plain -ml-1.5" onClick={() => setChoosing(true)}>
            {asset ? 'Another picture' : 'Give it a picture'}
          </button>
          {asset && (
            <button type="button" className="button-plain" onClick={() => onChange({ asset: null })}>
              Without a picture
            </button>
          )}
        </p>
      )}
    </div>
  );
}
