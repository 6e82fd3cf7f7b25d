/** How a plot's axes are written. */
export const PLOT_TEXT = { fontSize: 11, fill: 'var(--soft)', fontFamily: 'inherit' };

/** What a plot says, by the `words` of its rows, of the place that is pointed at or that the arrow keys came to. */
export function PlotWords({ payload }: { payload?: readonly { payload?: unknown }[] | undefined }) {
  const told = payload?.[0]?.payload as { words?: string } | undefined;
  return told?.words ? (
    <p className="max-w-[320px] border border-edge bg-card px-2 py-1 text-[12.5px] text-ink shadow-md">
      {told.words}
    </p>
  ) : null;
}
