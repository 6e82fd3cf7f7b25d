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
    <span
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={total}
      aria-valuenow={done}
      className="block w-full border border-edge bg-paper p-px"
    >
      <Bar part={done} whole={total} />
    </span>
  );
}
