import type { Choice, Dropped } from '@placard/core/embed';

const KEPT: Record<Choice['kind'], (choice: Choice) => string> = {
  frame: (choice) =>
    choice.kind === 'frame'
      ? `the frame from ${new URL(choice.frame.src).host}, asked over ${new URL(choice.frame.src).protocol.replace(':', '')}, and its title`
      : '',
  quotation: () => 'the words, their links, and whose they are',
  box: () => 'the code as it is, in a box that reaches nothing of the page',
  card: () => 'the link, and what it is called',
};

/** What of a code is kept and what is dropped, and why. */
export function WhatBecame({ choice, dropped }: { choice: Choice | null; dropped: readonly Dropped[] }) {
  return (
    <ul className="mt-3 text-[13px]">
      {choice && (
        <li className="grid grid-cols-[78px_1fr] border-b border-rule py-1.5">
          <b className="font-semibold text-spruce">kept</b>
          <span className="break-words">{KEPT[choice.kind](choice)}</span>
        </li>
      )}
      {grouped(dropped).map(({ why, what }) => (
        <li key={why} className="grid grid-cols-[78px_1fr] border-b border-rule py-1.5">
          <b className="font-semibold text-madder">dropped</b>
          <span className="min-w-0">
            <code className="font-mono text-[12px] break-all line-through decoration-madder/60">
              {what.join('  ')}
            </code>
            <br />
            {why}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** What was dropped, by its reason. */
function grouped(dropped: readonly Dropped[]): { why: string; what: string[] }[] {
  const reasons = [...new Set(dropped.map(({ why }) => why))];
  return reasons.map((why) => ({
    why,
    what: dropped
      .filter((part) => part.why === why)
      .slice(0, 6)
      .map(({ what }) => what),
  }));
}
