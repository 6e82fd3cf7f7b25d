import type { Site } from '@placard/core/contract';
import type { BoxBlock } from '@placard/core/page';
import { useState } from 'react';
import { Checkbox } from '../kit/checkbox.tsx';
import { Notice } from '../kit/notice.tsx';
import { NumberField } from '../kit/numberfield.tsx';
import { Switch } from '../kit/switch.tsx';
import { Field } from '../placard/field.tsx';
import { useMeasured, type Measured } from './usemeasured.tsx';

/** All that can be said of a box in a page: what it is called, how high it is, what it may ask, where its links open. */
export function BoxControls({
  block,
  site,
  onChange,
}: {
  block: BoxBlock;
  site: Site;
  onChange: (attrs: Partial<BoxBlock['attrs']>) => void;
}) {
  const { boxed, caption = '' } = block.attrs;
  const set = (part: Partial<typeof boxed>) => onChange({ boxed: { ...boxed, ...part } });
  const [measured, setMeasured] = useState<Measured | null>(null);
  const [again, setAgain] = useState(boxed.heights.length === 0 ? 1 : 0);
  const named = boxed.named.origins;
  const wanted = [...new Set([...boxed.sources, ...(measured?.refused ?? [])])].filter(
    (origin) => !named.includes(origin),
  );
  const heights = boxed.heights.map(({ height }) => height);
  const from = Math.min(...heights);
  const to = Math.max(...heights);
  return (
    <div className="text-[13.5px]">
      <Field
        name="Said to screen readers"
        value={boxed.title}
        onChange={(title) => title.trim() !== '' && set({ title: title.trim() })}
      />
      <Field
        name="Words under it"
        placeholder="None"
        value={caption}
        onChange={(words) => onChange({ caption: words })}
      />
      {again > 0 && (
        <Measuring
          key={again}
          block={block}
          site={site}
          onMeasured={(found) => {
            setMeasured(found);
            if (found.heights.length > 0 && JSON.stringify(found.heights) !== JSON.stringify(boxed.heights))
              set({ heights: found.heights });
          }}
        />
      )}
      <div className="flex items-baseline justify-between gap-3 border-b border-rule py-1.5">
        <span>
          {boxed.height
            ? `${boxed.height} px high at every width`
            : heights.length === 0
              ? 'Nobody has measured it yet.'
              : from === to
                ? `${from} px high at every width`
                : `${from} to ${to} px high, by its width`}
        </span>
        <button type="button" className="button-plain -mr-1.5" onClick={() => setAgain(again + 1)}>
          Measure again
        </button>
      </div>
      <div className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
        <span>Height</span>
        <NumberField
          label="Height of the box"
          hideLabel
          className="w-20"
          unit="px"
          placeholder="measured"
          value={boxed.height ?? null}
          least={40}
          most={4000}
          onChange={(height) => set({ height })}
          onEmpty={() => set({ height: null })}
        />
      </div>
      {/* What lacks what it asked for breaks off for that, and not for its being in a box. */}
      {measured && measured.broke.length > 0 && wanted.length === 0 && measured.failed.length === 0 && (
        <Notice severity="warn">
          A script in it broke off: <span className="break-words">{measured.broke.join('; ')}</span>. A box
          keeps nothing in the visitor’s browser and runs no code that is put together from words; what needs
          that works only in the host’s own frame, or as a link card.
        </Notice>
      )}
      {measured?.silent && (
        <Notice severity="warn">
          It did not load: what is in it does not answer, or does not work in a box.
        </Notice>
      )}
      {measured && measured.failed.length > 0 && (
        <Notice severity="warn">
          This did not come: <span className="break-all">{measured.failed.join(', ')}</span>. Either nobody
          answers there, or there is no such thing any more.
        </Notice>
      )}
      {wanted.length > 0 && (
        <fieldset className="border-b border-rule py-1.5">
          <legend className="caption">It also asks for</legend>
          {wanted.map((origin) => (
            <Checkbox
              key={origin}
              checked={boxed.sources.includes(origin)}
              onChange={(on) => {
                set({
                  sources: on
                    ? [...boxed.sources, origin].sort()
                    : boxed.sources.filter((one) => one !== origin),
                });
                setAgain(again + 1);
              }}
            >
              {new URL(origin).host}
            </Checkbox>
          ))}
        </fieldset>
      )}
      <Switch
        says="Its links open"
        help="in windows of their own; nothing else in it can open one"
        checked={boxed.popups}
        onChange={(popups) => set({ popups })}
      />
      <p className="caption pt-1.5">
        It reaches nothing of the page and loads only from the hosts above. By WebRTC it can still tell any
        machine what it has in its box, and a visitor’s address: no browser has a policy for that.
      </p>
    </div>
  );
}

function Measuring({
  block,
  site,
  onMeasured,
}: {
  block: BoxBlock;
  site: Site;
  onMeasured: (measured: Measured) => void;
}) {
  const { hidden, measuring, error } = useMeasured(block, site, onMeasured);
  return (
    <div role="status" className="text-[12.5px] text-soft">
      {error ? error.message : measuring && 'Measuring it at every width …'}
      {hidden}
    </div>
  );
}
