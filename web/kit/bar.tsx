import { Progress as Radix } from 'radix-ui';

/** A bar to scale: `part` of `whole`. */
export function Bar({
  part,
  whole,
  tone = 'spruce',
}: {
  part: number;
  whole: number;
  tone?: 'spruce' | 'hatched';
}) {
  const width = `${Math.max(1.5, Math.min(100, (100 * part) / Math.max(1, whole)))}%`;
  return (
    <span aria-hidden className="block h-2.5 w-full">
      <span style={{ width }} className={`block h-full ${tone === 'hatched' ? 'hatched' : 'bg-spruce'}`} />
    </span>
  );
}

/** How far something is, said and shown. */
export function Progress({ done, total, label }: { done: number; total: number; label: string }) {
  return (
    <Radix.Root
      aria-label={label}
      // Before its length is known there is nothing to be a part of.
      value={total > 0 ? Math.min(done, total) : null}
      max={total > 0 ? total : 1}
      className="block w-full border border-edge bg-paper p-px"
    >
      <Bar part={done} whole={total} />
    </Radix.Root>
  );
}
