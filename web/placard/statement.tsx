import type { StatementRun } from '@placard/core/credit';

/** A statement with its links, as it prints. */
export function Statement({ runs }: { runs: readonly StatementRun[] }) {
  return runs.map(({ text, href, rel }, index) =>
    href ? (
      // A statement is a fixed sequence: its runs have no other identity than their place.
      // eslint-disable-next-line react/no-array-index-key
      <a
        key={index}
        href={href}
        rel={`${rel ?? ''} noreferrer`.trim()}
        target="_blank"
        className="underline decoration-edge underline-offset-3"
      >
        {text}
      </a>
    ) : (
      // eslint-disable-next-line react/no-array-index-key
      <span key={index}>{text}</span>
    ),
  );
}
