import { Tabs as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** A few views of the same, one of them shown (ARIA tabs): holds their list and the view, wherever each stands. */
export function Tabs<T extends string>({
  chosen,
  onChoose,
  className = '',
  children,
}: {
  chosen: T;
  onChoose: (tab: T) => void;
  className?: string;
  children: ReactNode;
}) {
  return (
    <Radix.Root value={chosen} onValueChange={(next) => onChoose(next as T)} className={className}>
      {children}
    </Radix.Root>
  );
}

/** What there is to be looked at. */
export function TabList({
  label,
  tabs,
}: {
  label: string;
  tabs: readonly (readonly [tab: string, says: string])[];
}) {
  return (
    <Radix.List aria-label={label} className="flex flex-wrap gap-1">
      {tabs.map(([name, says]) => (
        <Radix.Trigger
          key={name}
          value={name}
          className="border-b-2 border-transparent px-2 py-1 leading-5 font-semibold text-soft hover:text-ink data-[state=active]:border-madder data-[state=active]:text-ink"
        >
          {says}
        </Radix.Trigger>
      ))}
    </Radix.List>
  );
}

/** The view of one tab, shown while that is chosen. */
export function TabPanel({
  tab,
  className = '',
  children,
}: {
  tab: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    <Radix.Content value={tab} className={className}>
      {children}
    </Radix.Content>
  );
}
