import type { ReactNode } from 'react';
import { Hint } from '../../kit/hint.tsx';

/** A small button that shows what it does, and says it. */
export function IconButton({
  label,
  onClick,
  icon,
}: {
  label: string;
  onClick: () => void;
  icon: ReactNode;
}) {
  return (
    <Hint says={label}>
      <button type="button" aria-label={label} onClick={onClick} className="p-1 hover:text-madder">
        {icon}
      </button>
    </Hint>
  );
}
