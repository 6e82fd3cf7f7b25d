import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { useMe } from '../kit/asking.ts';
import { Frame } from './frame.tsx';
import { SelectionProvider } from './selection.tsx';
import { SignIn } from './signin.tsx';
import { useTheme } from './theme.ts';

const Gather = lazy(() => import('../gather/gather.tsx'));
const Prep = lazy(() => import('../prep/prep.tsx'));
const Many = lazy(() => import('../prep/many.tsx'));
const Names = lazy(() => import('../holdings/names.tsx'));
const Label = lazy(() => import('../label/label.tsx'));
const EndingList = lazy(() => import('../label/ending.tsx'));
const TermsList = lazy(() => import('../label/termslist.tsx'));
const Spreadsheet = lazy(() => import('../label/spreadsheet.tsx'));
const Place = lazy(() => import('../place/place.tsx'));
const Proof = lazy(() => import('../proof/proof.tsx'));
const HandOff = lazy(() => import('../handoff/handoff.tsx'));
const Holdings = lazy(() => import('../holdings/holdings.tsx'));
const Pages = lazy(() => import('../pages/pages.tsx'));

/** Everything: the sign-in page, or the frame with one screen in it. */
export function App() {
  const [theme, chooseTheme] = useTheme();
  const me = useMe();
  if (me.isPending) return null;
  if (me.error && me.error.status !== 401) {
    return (
      <main className="grid h-full place-content-center gap-3 text-center">
        <h1>Placard cannot be reached</h1>
        <p>{me.error.message}</p>
        <button type="button" className="button mx-auto" onClick={() => void me.refetch()}>
          Try again
        </button>
      </main>
    );
  }
  if (!me.data) return <SignIn onSignedIn={() => void me.refetch()} />;
  const screen = (element: React.ReactNode) => <Suspense fallback={null}>{element}</Suspense>;
  return (
    <SelectionProvider>
      <Routes>
        <Route element={<Frame me={me.data} theme={theme} chooseTheme={chooseTheme} />}>
          <Route path="/" element={<Navigate to="/gather" replace />} />
          <Route path="/gather" element={screen(<Gather />)} />
          <Route path="/prep/many" element={screen(<Many />)} />
          <Route path="/prep/:asset?" element={screen(<Prep />)} />
          <Route path="/label/ending" element={screen(<EndingList />)} />
          <Route path="/label/terms" element={screen(<TermsList />)} />
          <Route path="/label/spreadsheet/:sheet?" element={screen(<Spreadsheet />)} />
          <Route path="/label/:asset?" element={screen(<Label />)} />
          <Route path="/place/:page?" element={screen(<Place />)} />
          <Route path="/proof/:page?" element={screen(<Proof />)} />
          <Route path="/hand-off/:page?" element={screen(<HandOff />)} />
          <Route path="/holdings/names" element={screen(<Names />)} />
          <Route path="/holdings" element={screen(<Holdings />)} />
          <Route path="/pages" element={screen(<Pages />)} />
          <Route path="*" element={<Navigate to="/gather" replace />} />
        </Route>
      </Routes>
    </SelectionProvider>
  );
}
