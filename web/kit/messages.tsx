import { X } from 'lucide-react';
import { Toast } from 'radix-ui';
import { useSyncExternalStore } from 'react';
import { Link } from 'react-router';

/** What was done, and how it is taken back. */
export interface Done {
  says: string;
  /** Takes it back, or says in an Error why it cannot be any more. */
  undo?: () => Promise<unknown>;
  /** Where it is looked at. */
  at?: string;
}

interface Message extends Done {
  id: number;
}

/** Milliseconds that something is told for; what can be taken back or looked at is told for longer. */
const [TOLD_FOR, UNDO_FOR] = [7_000, 60_000];
/** The most that are told at once; the oldest gives way. */
const MOST = 3;

let messages: readonly Message[] = [];
let last = 0;
const listeners = new Set<() => void>();

function setMessages(next: readonly Message[]): void {
  messages = next.slice(-MOST);
  for (const listener of listeners) listener();
}

/** Tells what was done, on whatever screen one is by then. */
export const tell = (done: Done): void => setMessages([...messages, { ...done, id: ++last }]);

/** Forgets all that was told: somebody else sits here now. */
export const tellNothing = (): void => setMessages([]);

const forget = (id: number): void => setMessages(messages.filter((message) => message.id !== id));

async function takeBack({ id, undo }: Message): Promise<void> {
  forget(id);
  try {
    await undo?.();
    tell({ says: 'Undone.' });
  } catch (error) {
    tell({ says: error instanceof Error ? error.message : String(error) });
  }
}

/** What was done lately, at the edge of the window; it stays while one goes from screen to screen. F8 leads to it. */
export function Messages() {
  const told = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => messages,
  );
  return (
    <Toast.Provider label="What was done" swipeDirection="right">
      {told.map((message) => (
        <Toast.Root
          key={message.id}
          duration={message.undo || message.at ? UNDO_FOR : TOLD_FOR}
          onOpenChange={(open) => !open && forget(message.id)}
          className="flex items-center gap-3 border border-ink bg-card py-1 pr-1 pl-3 text-[13.5px] text-ink shadow-md"
        >
          <Toast.Description className="grow py-1">{message.says}</Toast.Description>
          {message.undo && (
            <Toast.Action
              altText="Undo"
              className="button-plain shrink-0 font-semibold"
              onClick={() => void takeBack(message)}
            >
              Undo
            </Toast.Action>
          )}
          {message.at && (
            <Toast.Action altText="Look at it" asChild>
              <Link to={message.at} className="button-plain shrink-0 font-semibold">
                Look at it
              </Link>
            </Toast.Action>
          )}
          <Toast.Close
            aria-label="Close this message"
            className="grid size-7 shrink-0 place-items-center hover:text-madder"
          >
            <X aria-hidden className="size-4" />
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport
        label="What was done ({hotkey})"
        className="fixed right-5 bottom-[42px] z-40 flex w-[min(330px,calc(100vw-40px))] flex-col gap-1.5"
      />
    </Toast.Provider>
  );
}
