import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useId } from 'react';

/** Something that may be chosen. */
export interface ComboboxOption {
  key: string;
  says: string;
  /** What else is said of it, beside it. */
  beside?: string;
  choose: () => void;
}

/** One of very many, found by typing (ARIA combobox): whoever asks finds what has the words. */
export function Combobox({
  label,
  showLabel = false,
  says,
  look = 'box',
  autoFocus = false,
  disabled = false,
  className = '',
  placeholder,
  open,
  onOpen,
  words,
  onWords,
  nothing,
  options,
}: {
  label: string;
  showLabel?: boolean | undefined;
  /** What is chosen now. */
  says: string;
  look?: 'box' | 'line' | undefined;
  autoFocus?: boolean | undefined;
  disabled?: boolean;
  className?: string | undefined;
  placeholder: string;
  open: boolean;
  onOpen: (open: boolean) => void;
  words: string;
  onWords: (words: string) => void;
  /** What is said where nothing has the words. */
  nothing: string;
  options: readonly ComboboxOption[];
}) {
  const id = useId();
  const turn = (next: boolean) => {
    onOpen(next);
    if (!next) onWords('');
  };
  return (
    <Popover.Root open={open} onOpenChange={turn}>
      {showLabel && (
        <label htmlFor={id} className="caption">
          {label}
        </label>
      )}
      <Popover.Trigger
        id={id}
        role="combobox"
        aria-controls={`${id}-list`}
        aria-expanded={open}
        aria-haspopup="listbox"
        aria-label={showLabel ? undefined : label}
        autoFocus={autoFocus}
        disabled={disabled}
        className={`inline-flex max-w-full items-center justify-between gap-1.5 text-left ${look === 'box' ? 'input' : 'border-b border-edge bg-transparent'} ${className}`}
      >
        <span className="truncate">{says}</span>
        <ChevronDown aria-hidden className="size-3.5 shrink-0" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={2}
          collisionPadding={8}
          aria-label={label}
          className="z-50 w-[min(400px,92vw)] border border-edge bg-card text-[14px] text-ink shadow-md"
        >
          <Command id={`${id}-list`} label={label} shouldFilter={false}>
            <Command.Input
              value={words}
              onValueChange={onWords}
              placeholder={placeholder}
              className="w-full border-b border-rule bg-card px-3 py-2"
            />
            <Command.List className="max-h-[min(50vh,320px)] overflow-y-auto py-1">
              <Command.Empty className="px-3 py-2 text-soft">{nothing}</Command.Empty>
              {options.map(({ key, says, beside, choose }) => (
                <Command.Item
                  key={key}
                  value={key}
                  onSelect={() => {
                    turn(false);
                    choose();
                  }}
                  className="flex cursor-pointer justify-between gap-4 px-3 py-1.5 data-[selected=true]:bg-desk data-[selected=true]:text-madder"
                >
                  <span className="min-w-0 truncate">{says}</span>
                  {beside && <span className="shrink-0 text-soft">{beside}</span>}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
