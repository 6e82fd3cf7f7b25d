import {
  Component,
  Suspense,
  useEffect,
  useState,
  type ComponentType,
  type LazyExoticComponent,
  type ReactNode,
} from 'react';

import { uploads } from '../kit/uploads.ts';
import { useTitle } from '../kit/usetitle.ts';
import { paced } from '../kit/pace.ts';
import { Loading } from '../kit/notice.tsx';

/** How often it is looked whether what could not be fetched can be had now, in milliseconds. */
const LOOK_EVERY = paced(3000);
/** How long after it was opened anew by itself a window is left alone, in milliseconds. */
const AGAIN_AFTER = 10_000;

/**
 * One screen, whose code is fetched when it is first come to. Where that cannot be had, or the screen breaks, everything
 * round it stays, and what to do is said.
 */
export function Screen({ title, of: Shown }: { title: string; of: LazyExoticComponent<ComponentType> }) {
  useTitle(title);
  return (
    <Boundary>
      <Suspense fallback={<Loading what={title} />}>
        <Shown />
      </Suspense>
    </Boundary>
  );
}

/** Something beside the screens whose code is fetched later; nothing where it cannot be had. */
export class Beside extends Component<{ children: ReactNode }, { broken: boolean }> {
  override state = { broken: false };

  static getDerivedStateFromError() {
    return { broken: true };
  }

  override render() {
    return this.state.broken ? null : this.props.children;
  }
}

class Boundary extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state: { error: Error | null } = { error: null };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override render() {
    const { error } = this.state;
    if (!error) return this.props.children;
    return isMissing(error) ? <Missing /> : <Broken again={() => this.setState({ error: null })} />;
  }
}

const isMissing = ({ message }: Error) => /import|module|fetch/i.test(message);

function Broken({ again }: { again: () => void }) {
  return (
    <Said title="This screen broke" action={<Action onClick={again}>Try again</Action>}>
      What you wrote is kept. Try it again, or go on elsewhere.
    </Said>
  );
}

/**
 * Says why a screen is not there. A window remembers what could not be fetched, so it is opened anew as soon as the
 * server answers: by itself, unless files are on their way from here.
 */
function Missing() {
  const [found, setFound] = useState<'nothing' | 'server' | 'newer'>('nothing');
  useEffect(() => {
    const look = () => {
      void whatAnswers().then((answers) => {
        if (answers === 'server' && !uploads.busy() && mayReload()) location.reload();
        else setFound(answers);
      });
    };
    look();
    const timer = setInterval(look, LOOK_EVERY);
    return () => clearInterval(timer);
  }, []);
  const open = (
    <Action onClick={() => location.reload()}>
      {found === 'newer' ? 'Open the newer version' : 'Open this window anew'}
    </Action>
  );
  if (found === 'newer')
    return (
      <Said title="There is a newer version of Placard" action={open}>
        This window has an older one, and this screen of it is gone. What you wrote is kept.
      </Said>
    );
  return (
    <Said title="This screen could not be fetched" action={open}>
      {found === 'server'
        ? 'The server answers. Open this window anew; files that are on their way from it come first.'
        : 'There is no connection to the server. It comes by itself when there is; what you wrote is kept.'}
    </Said>
  );
}

/** Not again and again, where the server answers and this screen cannot be had all the same. */
function mayReload(): boolean {
  const last = Number(sessionStorage.getItem('opened anew') ?? 0);
  if (Date.now() - last < AGAIN_AFTER) return false;
  sessionStorage.setItem('opened anew', String(Date.now()));
  return true;
}

function Said({ title, children, action }: { title: string; children: ReactNode; action: ReactNode }) {
  return (
    <main role="alert" className="grid h-full place-content-center gap-3 p-5 text-center">
      <h1>{title}</h1>
      <p>{children}</p>
      {action}
    </main>
  );
}

function Action({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <button type="button" className="button mx-auto" onClick={onClick}>
      {children}
    </button>
  );
}

/** Whether the server answers, and whether it gives out another build than the one that runs here. */
async function whatAnswers(): Promise<'nothing' | 'server' | 'newer'> {
  const mine = document.querySelector<HTMLScriptElement>('script[type="module"][src]');
  try {
    const answer = await fetch('/', { cache: 'no-store' });
    const page = await answer.text();
    if (!answer.ok || !page.includes('id="root"')) return 'nothing';
    return mine && !page.includes(new URL(mine.src).pathname) ? 'newer' : 'server';
  } catch {
    return 'nothing';
  }
}
