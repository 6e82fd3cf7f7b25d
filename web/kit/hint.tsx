import { Tooltip } from 'radix-ui';
import type { ReactElement } from 'react';

/** Says more of a control while it is pointed at or has the focus. What cannot be done without stands beside it instead. */
export function Hint({ says, children }: { says: string; children: ReactElement }) {
  return (
    <Tooltip.Provider delayDuration={400}>
      <Tooltip.Root>
        <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            sideOffset={5}
            collisionPadding={8}
            className="z-50 max-w-[280px] bg-ink px-2 py-1 text-[12.5px] text-paper"
          >
            {says}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
