import { lazy, Suspense } from 'react';

export interface CodeProps {
  /** What it is called. */
  label: string;
  code: string;
  /** Called while it is written; without it, it is only read. */
  onChange?: (code: string) => void;
  placeholder?: string;
  autoFocus?: boolean;
  className?: string;
}

const CodeEditor = lazy(() => import('./codeeditor.tsx'));

/** Code, shown or written; what draws it is loaded with the first of it. */
export function Code(props: CodeProps) {
  return (
    <Suspense fallback={<div className={props.className} aria-busy="true" />}>
      <CodeEditor {...props} />
    </Suspense>
  );
}
