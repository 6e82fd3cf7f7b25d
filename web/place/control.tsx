import { Toolbar } from 'radix-ui';
import type { ReactNode } from 'react';
import { Hint } from '../kit/hint.tsx';
import { useOnce } from '../kit/once.ts';

/** A button of a strip: a picture that says what it does when it is pointed at. */
export function Control({
  label,
  on = false,
  off = false,
  makes = false,
  onClick,
  icon,
}: {
  label: string;
  on?: boolean;
  off?: boolean;
  /** It puts something into the page: pressed twice at once, it puts one. */
  makes?: boolean;
  onClick: () => void;
  icon: ReactNode;
}) {
  const once = useOnce(onClick);
  return (
    <Hint says={label}>
      <Toolbar.Button
        aria-label={label}
        aria-pressed={on}
        disabled={off}
        onMouseDown={(event) => event.preventDefault()}
        onClick={makes ? () => once.press() : onClick}
        className="inline-flex items-center p-1.5 hover:text-madder disabled:text-edge aria-pressed:bg-ink aria-pressed:text-paper"
      >
        {icon}
      </Toolbar.Button>
    </Hint>
  );
}
