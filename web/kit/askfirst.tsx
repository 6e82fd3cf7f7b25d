import { AlertDialog } from 'radix-ui';
import type { ReactElement, ReactNode } from 'react';

interface Question {
  /** What is about to happen, as a question. */
  title: string;
  /** What comes of it, and whether it can be undone. */
  says: ReactNode;
  /** The button that does it. */
  go: string;
  /** The button that does not. */
  leave: string;
  onGo: () => void;
}

/** A button whose work destroys or moves many things: it asks before it does (ARIA alertdialog). */
export function AskFirst({ children, ...question }: Question & { children: ReactElement }) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>{children}</AlertDialog.Trigger>
      <Sheet {...question} />
    </AlertDialog.Root>
  );
}

/** The same of what was chosen elsewhere, in a menu or by a drop. */
export function Asked({ onLeave, ...question }: Question & { onLeave: () => void }) {
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && onLeave()}>
      <Sheet {...question} />
    </AlertDialog.Root>
  );
}

function Sheet({ title, says, go, leave, onGo }: Question) {
  return (
    <AlertDialog.Portal>
      <AlertDialog.Overlay className="fixed inset-0 z-50 bg-black/25" />
      <AlertDialog.Content className="fixed top-[18vh] left-1/2 z-50 w-[min(460px,92vw)] -translate-x-1/2 border border-edge bg-card px-6 py-5 text-ink shadow-lg outline-none">
        <AlertDialog.Title className="text-[18px]">{title}</AlertDialog.Title>
        <AlertDialog.Description className="my-3">{says}</AlertDialog.Description>
        <div className="flex flex-wrap gap-2">
          <AlertDialog.Action className="button button-go" onClick={onGo}>
            {go}
          </AlertDialog.Action>
          <AlertDialog.Cancel className="button">{leave}</AlertDialog.Cancel>
        </div>
      </AlertDialog.Content>
    </AlertDialog.Portal>
  );
}
