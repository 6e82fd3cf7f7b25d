import { getNonce } from 'get-nonce';
import { Check, ChevronDown } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import { useId, useState } from 'react';
import { useGoOn } from './goon.tsx';

/** What may be chosen, in the order shown: a value with the words for it. */
export type Options<T extends string> = readonly (readonly [value: T, says: string])[];

/** Options under a heading of their own. */
export interface OptionGroup<T extends string> {
  title: string;
  options: Options<T>;
}

interface SelectProps<T extends string> {
  /** What is chosen. */
  label: string;
  /** Said to screen readers only: what stands round it shows what it is. */
  hideLabel?: boolean;
  value: T;
  onChange: (value: T) => void;
  options: Options<T>;
  groups?: readonly OptionGroup<T>[];
  /** What it shows while nothing is chosen. */
  placeholder?: string;
  /** `line` stands in a line of words, with nothing but a line under it. */
  look?: 'box' | 'line';
  className?: string;
  disabled?: boolean;
  autoFocus?: boolean;
}

/** Radix takes an empty value for “nothing chosen”; ours is one like others. */
const EMPTY = '\u0000';
const within = (value: string) => (value === '' ? EMPTY : value);

/** One of several words (ARIA combobox that only selects). */
export function Select<T extends string>({
  label,
  hideLabel = false,
  value,
  onChange,
  options,
  groups = [],
  placeholder,
  look = 'box',
  className = '',
  disabled,
  autoFocus,
}: SelectProps<T>) {
  const id = useId();
  const goOn = useGoOn();
  // What is not seen is not drawn: there are many of them on a screen.
  const [open, setOpen] = useState(false);
  const known = [...options, ...groups.flatMap((group) => group.options)].find(([own]) => own === value);
  return (
    <>
      {!hideLabel && (
        <label htmlFor={id} className="caption block">
          {label}
        </label>
      )}
      <Radix.Root
        open={open}
        onOpenChange={setOpen}
        value={known ? within(value) : ''}
        onValueChange={(next) => onChange((next === EMPTY ? '' : next) as T)}
        disabled={disabled ?? false}
      >
        <Radix.Trigger
          id={id}
          autoFocus={autoFocus}
          aria-label={hideLabel ? label : undefined}
          className={`inline-flex max-w-full items-center justify-between gap-1.5 text-left ${look === 'box' ? 'input' : 'border-b border-edge bg-transparent py-0.5'} ${className}`}
        >
          <span className="truncate">
            <Radix.Value placeholder={placeholder}>{known?.[1]}</Radix.Value>
          </span>
          <Radix.Icon className="shrink-0">
            <ChevronDown aria-hidden className="size-3.5" />
          </Radix.Icon>
        </Radix.Trigger>
        {open && (
          <Radix.Portal>
            <Radix.Content
              onCloseAutoFocus={goOn}
              position="popper"
              sideOffset={2}
              collisionPadding={8}
              className="z-50 max-h-[min(var(--radix-select-content-available-height),400px)] min-w-(--radix-select-trigger-width) max-w-[min(420px,92vw)] border border-edge bg-card text-[14px] text-ink shadow-md"
            >
              <Radix.Viewport nonce={getNonce()}>
                {options.map(([own, says]) => (
                  <Item key={own} value={own} says={says} />
                ))}
                {groups
                  .filter((group) => group.options.length > 0)
                  .map((group) => (
                    <Radix.Group key={group.title}>
                      <Radix.Label className="caption px-3 pt-2">{group.title}</Radix.Label>
                      {group.options.map(([own, says]) => (
                        <Item key={own} value={own} says={says} />
                      ))}
                    </Radix.Group>
                  ))}
              </Radix.Viewport>
            </Radix.Content>
          </Radix.Portal>
        )}
      </Radix.Root>
    </>
  );
}

function Item({ value, says }: { value: string; says: string }) {
  return (
    <Radix.Item
      value={within(value)}
      className="flex cursor-pointer items-center justify-between gap-4 px-3 py-1.5 outline-none data-[highlighted]:bg-desk data-[highlighted]:text-madder"
    >
      <Radix.ItemText>{says}</Radix.ItemText>
      <Radix.ItemIndicator>
        <Check aria-hidden className="size-3.5" />
      </Radix.ItemIndicator>
    </Radix.Item>
  );
}
