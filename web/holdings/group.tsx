import { inCount } from '@placard/core/text';

/** A heading, and what narrows the search under it. */
export function Group({
  title,
  action,
  children,
}: {
  title: string;
  action?: React.ReactNode;
  children: React.ReactNode;
}) {
  return (
    <section aria-label={title}>
      <h2 className="mb-0.5 flex items-baseline justify-between border-b border-rule pb-0.5 text-[13px]">
        {title}
        {action}
      </h2>
      <ul>{children}</ul>
    </section>
  );
}

/** One value that narrows the search, with how much it would leave; null where nobody counted. */
export function Value({
  on,
  count,
  indent = 0,
  swatch,
  onClick,
  children,
}: {
  on: boolean;
  count: number | null;
  indent?: number;
  swatch?: string | undefined;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onClick}
      style={{ paddingLeft: 4 + indent * 12 }}
      className="flex w-full items-center gap-1.5 py-[3px] pr-1 text-left hover:bg-card aria-pressed:bg-ink aria-pressed:text-paper"
    >
      {swatch && (
        <span aria-hidden style={{ background: swatch }} className="size-3 shrink-0 border border-edge" />
      )}
      <span className="min-w-0 grow truncate">{children}</span>
      {count !== null && <span className={on ? '' : 'text-soft'}>{inCount(count)}</span>}
    </button>
  );
}
