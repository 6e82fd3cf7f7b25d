import { lazy, useEffect } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { refusalOf, useMe } from './kit/asking.ts';
import { keepFor } from './kit/drafts.ts';
import { tellNothing } from './kit/messages.tsx';
import { SCREENS } from './screens.ts';
import { Frame } from './shell/frame.tsx';
import { Screen } from './shell/screen.tsx';
import { SelectionProvider } from './kit/selection.tsx';
import { SignIn } from './shell/signin.tsx';
import { useTheme } from './shell/theme.ts';
import { useKeepFocus } from './shell/usekeepfocus.ts';
import { Loading } from './kit/notice.tsx';

const ROUTES = SCREENS.map(({ load, ...screen }) => ({ ...screen, Shown: lazy(load) }));

/** Everything: the sign-in page, or the frame with one screen in it. */
export function App() {
  const [theme, chooseTheme] = useTheme();
  const me = useMe();
  useKeepFocus();
  const who = me.data?.id;
  // What one person did is not for the next one at this browser to take back.
  useEffect(() => tellNothing, [who]);
  if (me.isPending) return <Loading what="Placard" />;
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
          {ROUTES.map(({ path, title, Shown }) => (
            <Route key={path} path={path} element={<Screen key={path} title={title} of={Shown} />} />
          ))}
          <Route path="*" element={<Navigate to="/gather" replace />} />
        </Route>
      </Routes>
    </SelectionProvider>
  );
}
