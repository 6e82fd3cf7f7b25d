import { lazy, useEffect } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { refusalOf, useMe } from './kit/asking.ts';
import { keepFor } from './kit/kept.ts';
import { tellNothing } from './kit/messages.tsx';
import { Frame } from './shell/frame.tsx';
import { Screen } from './shell/screen.tsx';
import { SelectionProvider } from './kit/selection.tsx';
import { SignIn } from './shell/signin.tsx';
import { useTheme } from './shell/theme.ts';
import { useKeepFocus } from './shell/usekeepfocus.ts';

const Gather = lazy(() => import('./gather/gather.tsx'));
const Prep = lazy(() => import('./prep/prep.tsx'));
const Many = lazy(() => import('./prep/many.tsx'));
const Names = lazy(() => import('./holdings/names.tsx'));
const Label = lazy(() => import('./label/label.tsx'));
const CaptionsEditor = lazy(() => import('./captions/captionseditor.tsx'));
const EndingList = lazy(() => import('./label/ending.tsx'));
const TermsList = lazy(() => import('./label/termslist.tsx'));
const Spreadsheet = lazy(() => import('./label/spreadsheet.tsx'));
const Place = lazy(() => import('./place/place.tsx'));
const Hosts = lazy(() => import('./hosts/hosts.tsx'));
const HostFiles = lazy(() => import('./hosts/hostfiles.tsx'));
const Outside = lazy(() => import('./hosts/outside.tsx'));
const Proof = lazy(() => import('./proof/proof.tsx'));
const HandOff = lazy(() => import('./handoff/handoff.tsx'));
const Holdings = lazy(() => import('./holdings/holdings.tsx'));
const Pages = lazy(() => import('./pages/pages.tsx'));

/** Everything: the sign-in page, or the frame with one screen in it. */
export function App() {
  const [theme, chooseTheme] = useTheme();
  const me = useMe();
  useKeepFocus();
  const who = me.data?.id;
  // What one person did is not for the next one at this browser to take back.
  useEffect(() => tellNothing, [who]);
  if (me.isPending) return null;
  const refused = refusalOf(me);
  if (refused && refused.status !== 401) {
    return (
      <main className="grid h-full place-content-center gap-3 text-center">
        <h1>Placard cannot be reached</h1>
        <p>{refused.message}</p>
        <button type="button" className="button mx-auto" onClick={() => void me.refetch()}>
          Try again
        </button>
      </main>
    );
  }
  if (!me.data) return <SignIn onSignedIn={() => void me.refetch()} />;
  keepFor(me.data.id);
  return (
    <SelectionProvider>
      <Routes>
        <Route element={<Frame me={me.data} theme={theme} chooseTheme={chooseTheme} />}>
          <Route path="/" element={<Navigate to="/gather" replace />} />
          <Route path="/gather" element={<Screen key="Gather" title="Gather" of={Gather} />} />
          <Route path="/prep/many" element={<Screen key="Many" title="Prepare many" of={Many} />} />
          <Route path="/prep/:asset?" element={<Screen key="Prep" title="Prep" of={Prep} />} />
          <Route
            path="/label/ending"
            element={<Screen key="EndingList" title="Running out" of={EndingList} />}
          />
          <Route path="/label/terms" element={<Screen key="TermsList" title="Terms" of={TermsList} />} />
          <Route
            path="/label/spreadsheet/:sheet?"
            element={<Screen key="Spreadsheet" title="Spreadsheet" of={Spreadsheet} />}
          />
          <Route
            path="/label/:asset/captions"
            element={<Screen key="Captions" title="Captions" of={CaptionsEditor} />}
          />
          <Route path="/label/:asset?" element={<Screen key="Label" title="Label" of={Label} />} />
          <Route path="/hosts" element={<Screen key="Hosts" title="Hosts" of={Hosts} />} />
          <Route
            path="/hosts/files"
            element={<Screen key="HostFiles" title="What hosts understand" of={HostFiles} />}
          />
          <Route
            path="/hosts/outside"
            element={<Screen key="Outside" title="What still works" of={Outside} />}
          />
          <Route path="/place/:page?" element={<Screen key="Place" title="Place" of={Place} />} />
          <Route path="/proof/:page?" element={<Screen key="Proof" title="Proof" of={Proof} />} />
          <Route path="/hand-off/:page?" element={<Screen key="HandOff" title="Hand off" of={HandOff} />} />
          <Route path="/holdings/names" element={<Screen key="Names" title="Names" of={Names} />} />
          <Route path="/holdings" element={<Screen key="Holdings" title="Holdings" of={Holdings} />} />
          <Route path="/pages" element={<Screen key="Pages" title="Pages" of={Pages} />} />
          <Route path="*" element={<Navigate to="/gather" replace />} />
        </Route>
      </Routes>
    </SelectionProvider>
  );
}
