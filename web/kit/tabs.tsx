/** Which of a few views is shown (ARIA tabs). */
export function Tabs<T extends string>({
  label,
  tabs,
  chosen,
  onChoose,
}: {
  label: string;
  tabs: readonly (readonly [T, string])[];
  chosen: T;
  onChoose: (tab: T) => void;
}) {
  return (
    <div role="tablist" aria-label={label} className="flex flex-wrap gap-1">
      {tabs.map(([name, says]) => (
        <button
          key={name}
          type="button"
          role="tab"
          aria-selected={chosen === name}
          className="border-b-2 border-transparent px-2 py-1 leading-5 font-semibold text-soft hover:text-ink aria-selected:border-madder aria-selected:text-ink"
          onClick={() => onChoose(name)}
        >
          {says}
        </button>
      ))}
    </div>
  );
}
