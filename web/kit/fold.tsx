import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState, type ReactNode } from 'react';

/** Something that is shown when its heading is pressed. */
export function Fold({
  says,
  open: first = false,
  className = '',
  children,
}: {
  says: ReactNode;
  /** Whether it is open at first. */
  open?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(first);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen} className={className}>
      <Collapsible.Trigger className="flex items-center gap-1 py-1 text-left text-soft hover:text-ink">
        <ChevronRight aria-hidden className={`size-3.5 shrink-0 ${open ? 'rotate-90' : ''}`} />
        {says}
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
