import { MenuContent, MenuItem } from '../kit/menu.tsx';
import { useQueryClient } from '@tanstack/react-query';
import { ChevronDown, ChevronUp, Moon, Sun } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, Outlet, useLocation } from 'react-router';
import { readSite, type Person } from '@placard/core/contract';
import { Asked } from '../kit/askfirst.tsx';
import { anyDrafts, forgetDrafts } from '../kit/drafts.ts';
import { forgetCopied } from '../place/desk/copied.ts';
import { Messages } from '../kit/messages.tsx';
import { useAsk, useRenewed, useServerEvents } from '../kit/asking.ts';
import { DropAnywhere } from '../gather/dropanywhere.tsx';
import { JobsUnderWay } from './jobs.tsx';
import { Beside } from './screen.tsx';
import { useSelection } from '../kit/selection.tsx';
import { StageRule } from './stagerule.tsx';
import { useResend } from './useresend.ts';

const Tray = lazy(() => import('./tray.tsx'));
const Keys = lazy(() => import('./keys.tsx'));
const loadFind = () => import('./find.tsx');
const Find = lazy(loadFind);

interface FrameProps {
  me: Person;
  theme: 'day' | 'night';
  chooseTheme: (theme: 'day' | 'night') => void;
}

/** What stands round every screen: title bar, stage rule, foot with the tray. */
export function Frame({ me, theme, chooseTheme }: FrameProps) {
  useServerEvents();
  useRenewed();
  const { pathname } = useLocation();
  useResend();
  const site = useAsk(readSite, {}, { staleTime: 60_000 });
  const { trayOpen, openTray } = useSelection();
  const [finding, setFinding] = useState(false);
  const [keys, setKeys] = useState(false);
  useEffect(() => {
    // Fetched ahead, so that what is typed right after the shortcut is not lost.
    loadFind().catch(() => undefined);
    const listen = (event: KeyboardEvent) => {
      // Without Shift, the words of a page take it for a link.
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setFinding(true);
      } else if (event.key === '?' && !isWriting(event.target)) setKeys(true);
    };
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, []);
  return (
    <div className="frame grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[40px_56px_minmax(min(280px,80vh),1fr)_auto_34px] overflow-x-hidden overflow-y-auto">
      <header className="flex items-center gap-4 bg-paper px-5">
        <Link to="/gather" className="flex items-center gap-2.5 font-serif text-[18px] font-semibold">
          <img src="/mark.svg" alt="" className="h-[19px]" /> Placard
        </Link>
        <span className="truncate text-soft max-sm:hidden">{site.data?.name}</span>
        <button
          type="button"
          onClick={() => setFinding(true)}
          className="ml-auto flex w-[330px] items-center justify-between border-b border-rule px-0.5 py-1 text-left text-soft hover:border-ink max-md:w-auto max-md:gap-2"
        >
          <span className="max-sm:sr-only">Find or do anything</span>
          <kbd className="rounded-xs border border-rule bg-card px-1.5 font-mono text-[12px]">
            {/* In the words of a page Ctrl K makes a link. */}
            {pathname.startsWith('/place') ? 'Ctrl Shift K' : 'Ctrl K'}
          </kbd>
        </button>
        <button
          type="button"
          aria-label={theme === 'day' ? 'Change to the night theme' : 'Change to the day theme'}
          className="p-1 hover:text-madder"
          onClick={() => chooseTheme(theme === 'day' ? 'night' : 'day')}
        >
          {theme === 'day' ? <Moon aria-hidden className="size-4" /> : <Sun aria-hidden className="size-4" />}
        </button>
        <Account me={me} onKeys={() => setKeys(true)} />
      </header>
      <StageRule />
      <DropAnywhere>
        <Outlet />
      </DropAnywhere>
      {trayOpen ? (
        <Suspense fallback={<span className="h-[168px]" />}>
          <Tray />
        </Suspense>
      ) : (
        <span />
      )}
      <footer className="flex items-center gap-5 border-t border-rule bg-paper px-5 text-[13px] text-soft">
        <button
          type="button"
          aria-expanded={trayOpen}
          onClick={() => openTray(!trayOpen)}
          className="flex items-center gap-1.5 self-stretch font-semibold text-ink hover:text-madder"
        >
          {trayOpen ? (
            <ChevronDown aria-hidden className="size-4" />
          ) : (
            <ChevronUp aria-hidden className="size-4" />
          )}{' '}
          Holdings
        </button>
        <span className="max-sm:hidden">drag from here</span>
        <JobsUnderWay />
        <span id="foot-right" className="ml-auto flex gap-5" />
      </footer>
      <Messages />
      {keys && (
        <Suspense fallback={null}>
          <Keys onClose={() => setKeys(false)} />
        </Suspense>
      )}
      {finding && (
        <Beside>
          <Suspense fallback={null}>
            <Find onClose={() => setFinding(false)} />
          </Suspense>
        </Beside>
      )}
    </div>
  );
}

/** True where a key is a letter that is written. */
const isWriting = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, textarea, [contenteditable="true"]') !== null;

function Account({ me, onKeys }: { me: Person; onKeys: () => void }) {
  const client = useQueryClient();
  /** Something is kept in this browser that the server does not have. */
  const [unsaved, setUnsaved] = useState(false);
  const leave = async () => {
    await fetch('/api/auth/sign-out', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    forgetCopied();
    client.clear();
    location.assign('/');
  };
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={`Account of ${me.name}`}
        className="grid size-[26px] place-items-center rounded-full border border-ink text-[12px] font-semibold"
      >
        {me.name[0]}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <MenuContent align="end">
          <div className="px-3 py-1">
            <p className="font-serif font-semibold">{me.name}</p>
            <p className="caption">
              {me.role}, {me.email}
            </p>
          </div>
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <MenuItem onSelect={onKeys}>Keys</MenuItem>
          <MenuItem onSelect={() => void anyDrafts().then((kept) => (kept ? setUnsaved(true) : leave()))}>
            Sign out
          </MenuItem>
        </MenuContent>
      </DropdownMenu.Portal>
      {unsaved && (
        <Asked
          title="Sign out with something not saved?"
          says="What you wrote and the server does not have is kept in this browser, where others could read it. Signing out removes it."
          go="Remove it and sign out"
          leave="Stay signed in"
          onGo={() => void forgetDrafts().then(leave)}
          onLeave={() => setUnsaved(false)}
        />
      )}
    </DropdownMenu.Root>
  );
}
