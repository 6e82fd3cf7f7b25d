import { lazy, Suspense } from 'react';
import type { CodeProps } from './codeeditor.tsx';

const CodeEditor = lazy(() => import('./codeeditor.tsx'));

/** Code, shown or written; what draws it is loaded with the first of it. */
export function Code(props: CodeProps) {
  return (
    <Suspense fallback={<div className={props.className} aria-busy="true" />}>
      <CodeEditor {...props} />
    </Suspense>
  );
}
