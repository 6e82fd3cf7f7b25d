import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { keepNeeds } from '@placard/core/contract';
import type { Frame } from '@placard/core/embed';
import type { Embed } from '@placard/core/page';
import { useDo, useMay } from '../kit/asking.ts';
import { Checkbox } from '../kit/checkbox.tsx';
import { BlockPreview } from './blockpreview.tsx';
import { Fold } from '../kit/fold.tsx';
import { Notice } from '../kit/notice.tsx';
import { useFraming } from './useframing.ts';
import { ALL_POWERS, IN_WORDS, MEANS, WANTED, powersOf, without, withPower, type Power } from './powers.ts';

/** What a frame may do, and a way to find out what it needs by taking one power away at a time. */
export function LeastPower({ block, onChange }: { block: Embed; onChange: (frame: Frame) => void }) {
  const { frame } = block.attrs;
  const powers = powersOf(frame);
  const [trying, setTrying] = useState(false);
  const missing = (useFraming(frame)?.wants ?? []).filter((power) => !powers.includes(power));
  return (
    <div role="group" aria-label="What it may do" className="text-[13px]">
      <div className="flex items-baseline justify-between gap-3 pt-1.5">
        <span className="caption">It may</span>
        {powers.length > 0 && (
          <button type="button" className="button-plain -mr-1.5" onClick={() => setTrying(true)}>
            Find what it needs
          </button>
        )}
      </div>
      <p className="border-b border-rule pb-1.5">
        {powers.length === 0
          ? 'be looked at, and nothing else'
          : powers.map((power) => IN_WORDS[power]).join('; ')}
      </p>
      {missing.map((power) => (
        <Notice
          key={power}
          severity="warn"
          action={
            <button
              type="button"
              className="button shrink-0"
              onClick={() => onChange(withPower(frame, power))}
            >
              Let it
            </button>
          }
        >
          {WANTED[power] ?? `Its page is made to ${IN_WORDS[power]}.`} It may not {IN_WORDS[power]}.
        </Notice>
      ))}
      <Fold says="Give or take each" className="border-b border-rule py-1">
        <ul>
          {ALL_POWERS.map((power) => (
            <li key={power} className="py-1">
              <Checkbox
                checked={powers.includes(power)}
                onChange={(on) => onChange(on ? withPower(frame, power) : without(frame, power))}
              >
                {IN_WORDS[power]}
              </Checkbox>
              <p className="ml-[25px] text-[12px] text-soft">{MEANS[power]}</p>
            </li>
          ))}
        </ul>
      </Fold>
      {trying && (
        <Trial
          block={block}
          onClose={() => setTrying(false)}
          onFound={(least) => {
            setTrying(false);
            onChange(least);
          }}
        />
      )}
    </div>
  );
}

/** The frame as it is and without one power, side by side and alive, power by power. */
function Trial({
  block,
  onClose,
  onFound,
}: {
  block: Embed;
  onClose: () => void;
  onFound: (least: Frame) => void;
}) {
  const { frame } = block.attrs;
  const [least, setLeast] = useState(frame);
  const [waiting, setWaiting] = useState<Power[]>(() => powersOf(frame));
  const [needed, setNeeded] = useState<Power[]>([]);
  const [remember, setRemember] = useState(true);
  const mayRemember = useMay(keepNeeds);
  const keep = useDo(keepNeeds);
  const [power] = waiting;
  const { host } = new URL(frame.src);
  const look =
    frame.shape.kind === 'ratio'
      ? { aspectRatio: `${frame.shape.width}/${frame.shape.height}` }
      : { height: frame.shape.height };
  const shown = (of: Frame): Embed => ({
    ...block,
    attrs: { ...block.attrs, frame: of, narrow: null, still: null },
  });
  const answer = (works: boolean) => {
    if (!power) return;
    if (works) setLeast(without(least, power));
    else setNeeded([...needed, power]);
    setWaiting(waiting.slice(1));
  };
  const finish = () => {
    if (remember && mayRemember)
      keep.mutate({
        params: { host },
        body: { needs: { sandbox: [...least.sandbox], permissions: [...least.permissions] } },
      });
    onFound(least);
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/25" />
        <Dialog.Content className="fixed inset-x-[max(16px,calc(50vw-560px))] top-[6vh] z-50 max-h-[88vh] overflow-y-auto border border-edge bg-card px-6 py-5 text-ink shadow-lg outline-none">
          <Dialog.Title className="text-[18px]">What {frame.title} needs</Dialog.Title>
          <Dialog.Description className="my-2">
            {power
              ? `Use both as a visitor would. At the right it may not ${IN_WORDS[power]}. Does it still work there?`
              : `It was tried without each of its powers. ${needed.length === 0 ? 'It needs none of them.' : `It needs to ${needed.map((one) => IN_WORDS[one]).join('; ')}.`}`}
          </Dialog.Description>
          {power ? (
            <>
              <div className="grid grid-cols-2 gap-4 max-sm:grid-cols-1">
                <section aria-label="As it is now">
                  <p className="caption mb-1">As it is now</p>
                  <BlockPreview key="now" block={shown(least)} look={look} />
                </section>
                <section aria-label="Without it">
                  <p className="caption mb-1">Without: {IN_WORDS[power]}</p>
                  <BlockPreview key={power} block={shown(without(least, power))} look={look} />
                </section>
              </div>
              <div className="mt-4 flex flex-wrap items-center gap-2">
                <button type="button" className="button button-go" onClick={() => answer(true)}>
                  It still works: take it away
                </button>
                <button type="button" className="button" onClick={() => answer(false)}>
                  It needs this
                </button>
                <span className="ml-auto text-soft">
                  {powersOf(frame).length - waiting.length + 1} of {powersOf(frame).length}
                </span>
                <Dialog.Close className="button-plain">Cancel</Dialog.Close>
              </div>
            </>
          ) : (
            <div className="mt-3 space-y-3">
              {mayRemember && (
                <Checkbox checked={remember} onChange={setRemember}>
                  Remember it for everything of {host}
                </Checkbox>
              )}
              <div className="flex gap-2">
                <button type="button" className="button button-go" onClick={finish}>
                  Keep it so
                </button>
                <Dialog.Close className="button-plain">Cancel</Dialog.Close>
              </div>
            </div>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
