import { changedAttributes, compareWords, isPlacement, type Compared } from '@placard/core/page';
import { Placed } from './placed.tsx';

/** What attributes are called where they are told of. */
const SAID: Readonly<Record<string, string>> = {
  position: 'its position',
  measure: 'its width',
  width: 'its width',
  gap: 'its gap',
  gaps: 'its gaps',
  asset: 'what is shown',
  version: 'its version',
  ownAlt: 'its alt text',
  ownCaption: 'its caption',
  credit: 'its credit',
  linksTo: 'where it leads',
  newWindow: 'its window',
  large: 'what a press does',
  box: 'its box',
  bordered: 'its border',
  rounded: 'its corners',
  level: 'its level',
  start: 'its first number',
  indent: 'how far it is set in',
  anchor: 'its name for links',
  when: 'when it is shown',
  caption: 'its caption',
  source: 'whose words',
  address: 'where it stands',
  frame: 'the embed',
};

/** A block on one side of a comparison, with what is different there marked. */
export function Side({ compared, side }: { compared: Compared; side: 'before' | 'after' }) {
  const block = compared[side];
  if (!block)
    return (
      <span className="text-[12.5px] text-soft">{side === 'before' ? 'was not there' : 'is not there'}</span>
    );
  const marks = changedAttributes(compared.before, compared.after).flatMap((name) => SAID[name] ?? []);
  const changed = compared.kind === 'changed' && compared.before?.type === compared.after?.type;
  return (
    <div
      className={`border-l-[3px] pl-2 font-serif text-[14.5px] ${side === 'before' ? 'border-madder' : 'border-spruce'}`}
    >
      {isPlacement(block) ? <Placed block={block} /> : <Words compared={compared} side={side} />}
      {changed && marks.length > 0 && (
        <p className="font-sans text-[12.5px] text-soft">Different: {[...new Set(marks)].join(', ')}</p>
      )}
    </div>
  );
}

function Words({ compared, side }: { compared: Compared; side: 'before' | 'after' }) {
  const heading = compared[side]?.type === 'heading';
  const here = side === 'before' ? 'removed' : 'added';
  const words = compareWords(compared.before, compared.after).filter(
    ({ kind }) => kind === 'same' || kind === here,
  );
  return (
    <p className={heading ? 'font-semibold' : ''}>
      {words.map(({ kind, text }, at) =>
        kind === 'removed' ? (
          <del key={at} className="bg-madder/15 decoration-madder">
            {text}
          </del>
        ) : kind === 'added' ? (
          <ins key={at} className="bg-spruce/15 decoration-spruce">
            {text}
          </ins>
        ) : (
          text
        ),
      )}
      {words.length === 0 && <span className="text-soft">no words</span>}
    </p>
  );
}
