import { useState, type FormEvent } from 'react';
import { listSampleAccounts, type Role } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { useTitle } from '../kit/usetitle.ts';

const DUTIES: Record<Role, string> = {
  editor: 'gathers, prepares, labels and places',
  reviewer: 'approves terms and hosts',
  keeper: 'runs the place',
};

async function signIn(email: string, password: string): Promise<string | null> {
  const answer = await fetch('/api/auth/sign-in/email', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  }).catch(() => undefined);
  if (answer?.ok) return null;
  if (answer?.status === 429) return 'Too many tries in a row. Wait a minute, then try again.';
  if (answer === undefined || answer.status >= 500)
    return 'The server cannot be reached at the moment. Try again shortly.';
  return 'This e-mail and password do not belong together.';
}

/** The sign-in page; the demo offers its sample accounts here. */
export function SignIn({ onSignedIn }: { onSignedIn: () => void }) {
  useTitle('Sign in');
  const accounts = useAsk(listSampleAccounts);
  const [says, setSays] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const enter = async (email: string, password: string) => {
    setBusy(true);
    const refused = await signIn(email, password);
    setBusy(false);
    setSays(refused);
    if (refused === null) onSignedIn();
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    void enter(String(form.get('email')), String(form.get('password')));
  };
  return (
    <main className="grid min-h-full place-items-center p-5">
      <div className="wall-label w-full max-w-[420px] px-8 py-7">
        <h1 className="flex items-center gap-2.5 text-[26px]">
          <img src="/mark.svg" alt="" className="h-7" /> Placard
        </h1>
        <p className="mt-1 font-serif text-soft italic">Pictures, films and embeds, with their labels on.</p>
        <hr className="my-5 border-rule" />
        <form onSubmit={submit} className="grid gap-3">
          <label>
            <span className="caption">E-mail</span>
            <input className="input" type="email" name="email" autoComplete="username" required />
          </label>
          <label>
            <span className="caption">Password</span>
            <input
              className="input"
              type="password"
              name="password"
              autoComplete="current-password"
              required
            />
          </label>
          {says && (
            <p role="alert" className="text-madder">
              {says}
            </p>
          )}
          <button type="submit" className="button button-go justify-center" disabled={busy}>
            Sign in
          </button>
        </form>
        {accounts.data && accounts.data.length > 0 && (
          <section className="mt-6">
            <h2 className="caption font-sans font-normal">Or look round as one of the sample people</h2>
            <ul className="mt-1 border-t border-rule">
              {accounts.data.map((account) => (
                <li key={account.email} className="border-b border-rule">
                  <button
                    type="button"
                    disabled={busy}
                    className="flex w-full items-baseline gap-3 py-2 text-left hover:text-madder"
                    onClick={() => void enter(account.email, account.password)}
                  >
                    <b className="w-[132px] shrink-0 font-semibold">{account.name}</b>
                    <span className="text-soft">
                      {account.role}: {DUTIES[account.role]}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </main>
  );
}
