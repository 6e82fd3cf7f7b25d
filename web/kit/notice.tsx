import { CircleAlert, Info, OctagonX } from 'lucide-react';
import type { ReactNode } from 'react';

const LOOKS = {
  stop: { Icon: OctagonX, tone: 'text-madder', word: 'Stop' },
  warn: { Icon: CircleAlert, tone: 'text-ochre', word: 'Look' },
  note: { Icon: Info, tone: 'text-soft', word: 'Note' },
};

/** A sentence that matters, with its weight said in word and shape as well as colour. */
export function Notice({
  severity,
  children,
  action,
}: {
  severity: keyof typeof LOOKS;
  children: ReactNode;
  action?: ReactNode;
}) {
  const { Icon, tone, word } = LOOKS[severity];
  return (
    <div
      role={severity === 'stop' ? 'alert' : 'status'}
      className="flex items-start gap-2.5 border-b border-rule py-2 text-[13.5px] last:border-0"
    >
      <Icon aria-hidden className={`mt-0.5 size-4 shrink-0 ${tone}`} />
      <div className="min-w-0 grow">
        <span className={`font-semibold ${tone}`}>{word}: </span>
        {children}
      </div>
      {action}
    </div>
  );
}

/** A whole screen with nothing on it yet: what would be here, and the next step. */
export function EmptyScreen({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="mx-auto my-14 max-w-[460px] text-center">
      <h1 className="mb-1.5 text-[16px]">{title}</h1>
      <div className="text-soft">{children}</div>
    </main>
  );
}

/** What an empty place on a screen says: what would be here, and the next step. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="mx-auto my-14 max-w-[460px] text-center">
      <h2 className="mb-1.5">{title}</h2>
      <div className="text-soft">{children}</div>
    </div>
  );
}

/** Says what is being loaded, once that takes longer than one notices. */
export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="appears-late p-5 text-[13.5px] text-soft">
      Loading {what} …
    </p>
  );
}
