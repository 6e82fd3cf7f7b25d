import { Command } from 'cmdk';
import { useEffect, useLayoutEffect, useRef, type ReactNode, type RefObject } from 'react';

/** Something that was found, or may be chosen. */
export interface Found {
  key: string;
  says: string;
  /** What else is said of it, beside it. */
  beside?: string;
  /** Under which heading it stands; those of one heading follow each other. */
  group?: string;
  choose: () => void;
}

/**
 * A field and what is found by what is typed there (ARIA combobox with its listbox); whoever shows it looks for the
 * words. The first is marked until another one is. Enter that comes before the answer waits, and takes what the answer
 * begins with, never what an earlier one did.
 */
export function FoundList({
  id,
  label,
  placeholder,
  words,
  onWords,
  looking = false,
  nothing,
  found,
  onEscape,
  autoFocus = false,
  inputClass,
  listClass,
}: {
  id?: string;
  label: string;
  placeholder: string;
  words: string;
  onWords: (words: string) => void;
  /** True while what would stand first is not known. */
  looking?: boolean;
  /** What is said where nothing has the words. */
  nothing: string;
  found: readonly Found[];
  onEscape?: () => void;
  autoFocus?: boolean;
  inputClass: string;
  listClass: string;
}) {
  const root = useRef<HTMLDivElement>(null);
  const field = useRef<HTMLInputElement>(null);
  /** The words that Enter was pressed on before they were answered. */
  const entered = useRef<string | null>(null);
  useEffect(() => {
    if (autoFocus) field.current?.focus();
  }, [autoFocus]);
  useMarkingFirst(root, words, looking, found);
  useEffect(() => {
    if (looking || entered.current === null) return;
    const first = entered.current === words ? found[0] : undefined;
    entered.current = null;
    first?.choose();
  });
  return (
    <Command
      ref={root}
      id={id}
      label={label}
      shouldFilter={false}
      onKeyDown={(event) => {
        if (event.key === 'Escape' && onEscape) {
          event.preventDefault();
          onEscape();
        }
        if (event.key === 'Enter' && looking && !event.nativeEvent.isComposing) {
          event.preventDefault();
          entered.current = words;
        }
      }}
    >
      <Command.Input
        ref={field}
        value={words}
        onValueChange={onWords}
        placeholder={placeholder}
        className={inputClass}
      />
      <Command.List aria-busy={looking} className={listClass}>
        <Command.Empty className="px-3 py-2 text-soft">{looking ? 'Looking …' : nothing}</Command.Empty>
        {groupsOf(found).map(([group, these]) => (
          <Group key={group} heading={group}>
            {these.map(({ key, says, beside, choose }) => (
              <Command.Item
                key={key}
                value={key}
                onSelect={choose}
                className="flex cursor-pointer justify-between gap-4 px-3 py-1.5 data-[selected=true]:bg-desk data-[selected=true]:text-madder"
              >
                <span className="min-w-0 truncate">{says}</span>
                {beside && <span className="shrink-0 text-soft">{beside}</span>}
              </Command.Item>
            ))}
          </Group>
        ))}
      </Command.List>
    </Command>
  );
}

function Group({ heading, children }: { heading: string; children: ReactNode }) {
  if (heading === '') return children;
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-soft"
    >
      {children}
    </Command.Group>
  );
}

function groupsOf(found: readonly Found[]): [string, Found[]][] {
  const groups = new Map<string, Found[]>();
  for (const each of found) groups.set(each.group ?? '', [...(groups.get(each.group ?? '') ?? []), each]);
  return [...groups];
}

/**
 * Marks the first of every answer. The list marks the first of what stands there as a letter is typed; of what comes
 * in answer to it later, it may mark nothing.
 */
function useMarkingFirst(
  root: RefObject<HTMLDivElement | null>,
  words: string,
  looking: boolean,
  found: readonly Found[],
) {
  const answered = useRef<string | null>(null);
  const first = found[0]?.key;
  useLayoutEffect(() => {
    if (looking || first === undefined) return;
    const marked = root.current?.querySelector('[role=option][aria-selected=true]');
    if (marked && answered.current === words) return;
    answered.current = words;
    root.current?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Home', bubbles: true }));
  }, [root, words, looking, first, found]);
}
