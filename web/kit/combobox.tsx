import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useId } from 'react';
import { FoundList, type Found } from './foundlist.tsx';
import { useGoOn } from './goon.tsx';

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
  looking = false,
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
  /** True while what has the words is not known. */
  looking?: boolean;
  /** What is said where nothing has the words. */
  nothing: string;
  options: readonly Found[];
}) {
  const id = useId();
  const goOn = useGoOn();
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
          onCloseAutoFocus={goOn}
          align="start"
          sideOffset={2}
          collisionPadding={8}
          aria-label={label}
          className="z-50 w-[min(400px,92vw)] border border-edge bg-card text-[14px] text-ink shadow-md"
        >
          <FoundList
            id={`${id}-list`}
            label={label}
            words={words}
            onWords={onWords}
            looking={looking}
            placeholder={placeholder}
            nothing={nothing}
            found={options.map((option) => ({
              ...option,
              choose: () => {
                turn(false);
                option.choose();
              },
            }))}
            inputClass="w-full border-b border-rule bg-card px-3 py-2"
            listClass="max-h-[min(50vh,320px)] overflow-y-auto py-1"
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
