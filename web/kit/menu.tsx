import { Check, ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { useGoOn } from './goon.tsx';

/** What a menu offers to do, each under a key of its own. */
export type MenuItems = readonly (readonly [key: string, says: string])[];

interface MenuProps {
  /** What its button shows. */
  says: ReactNode;
  /** What its button is called, where that is more than it shows. */
  label?: string;
  items: MenuItems;
  onPick: (key: string) => void;
  disabled?: boolean;
  className?: string;
}

/** A button that offers several things to do (ARIA menu button). Nothing is done before one is pressed. */
export function Menu({ says, label, items, onPick, disabled = false, className = 'button' }: MenuProps) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger aria-label={label} disabled={disabled} className={className}>
        {says} <ChevronDown aria-hidden className="size-3.5" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <MenuContent>
          {items.map(([key, words]) => (
            <MenuItem key={key} onSelect={() => onPick(key)}>
              {words}
            </MenuItem>
          ))}
        </MenuContent>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The sheet of a menu. */
export function MenuContent({ align = 'start', children }: { align?: 'start' | 'end'; children: ReactNode }) {
  const goOn = useGoOn();
  return (
    <DropdownMenu.Content
      onCloseAutoFocus={goOn}
      align={align}
      sideOffset={4}
      collisionPadding={8}
      className="z-50 max-h-(--radix-dropdown-menu-content-available-height) min-w-[160px] max-w-[min(420px,92vw)] overflow-y-auto border border-edge bg-card py-1 text-[14px] text-ink shadow-md"
    >
      {children}
    </DropdownMenu.Content>
  );
}

export function MenuItem({ onSelect, children }: { onSelect: () => void; children: ReactNode }) {
  return (
    <DropdownMenu.Item
      onSelect={onSelect}
      className="cursor-pointer px-3 py-1.5 outline-none data-[highlighted]:bg-desk data-[highlighted]:text-madder"
    >
      {children}
    </DropdownMenu.Item>
  );
}

/** Something in a menu that is on or off; the menu stays open for the next one. */
export function MenuTick({
  checked,
  onChange,
  children,
}: {
  checked: boolean;
  onChange: (checked: boolean) => void;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.CheckboxItem
      checked={checked}
      onCheckedChange={onChange}
      onSelect={(event) => event.preventDefault()}
      className="flex cursor-pointer items-center gap-2 px-3 py-1.5 outline-none data-[highlighted]:bg-desk data-[highlighted]:text-madder"
    >
      <span className="size-3.5 shrink-0">
        <DropdownMenu.ItemIndicator>
          <Check aria-hidden className="size-3.5" />
        </DropdownMenu.ItemIndicator>
      </span>
      {children}
    </DropdownMenu.CheckboxItem>
  );
}
