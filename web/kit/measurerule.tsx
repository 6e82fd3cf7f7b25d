import type { Measure } from '@placard/core/geometry';

/** A ruler above what is shown at its true width, marked in the site's measures; the chosen one stands out. */
export function MeasureRule({
  measures,
  column,
  chosen,
}: {
  measures: Measure[];
  /** CSS pixels of what lies under it. */
  column: number;
  chosen?: string | undefined;
}) {
  const within = measures.filter(({ width }) => width <= column);
  return (
    <div
      aria-hidden
      className="measure-rule relative h-[26px] border-b border-edge font-mono text-[11px] text-soft max-lg:hidden"
      style={{ width: column }}
    >
      <span className="absolute bottom-[7px] h-[17px] border-l border-soft pl-1">0</span>
      {within.map(({ id, name, width }) => {
        const last = width === column;
        return (
          <span
            key={id}
            style={last ? { right: 0 } : { left: width }}
            className={`absolute bottom-[7px] h-[17px] ${last ? 'border-r pr-1' : 'border-l pl-1'} ${id === chosen ? 'border-madder font-bold text-madder' : 'border-soft'}`}
          >
            {name} {width}
          </span>
        );
      })}
    </div>
  );
}
