// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, configure, fireEvent, render, screen, waitFor } from '@testing-library/react';
import * as v from 'valibot';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { endpoint } from '@placard/core/contract';
import { DayLine, TextField, Tick, WordsField } from './fields.tsx';
import { Form, useFilling } from './form.tsx';

// Other machines are busier.
configure({ asyncUtilTimeout: 60_000 });

const lend = endpoint({
  method: 'POST',
  path: '/api/loans',
  summary: 'Lend a telescope',
  roles: [],
  body: v.object({
    whom: v.pipe(v.string(), v.trim(), v.minLength(1, 'Say to whom.'), v.maxLength(12)),
    until: v.pipe(v.string(), v.regex(/^(?:\d{4}-\d\d-\d\d)?$/, 'This is no day.')),
    insured: v.boolean(),
    addresses: v.array(v.pipe(v.string(), v.email('This is not a mail address.'))),
  }),
  answer: v.object({ id: v.string() }),
});

const sent: unknown[] = [];
let answer: () => Response = () => Response.json({ id: 'loan-1' });
beforeEach(() => {
  sent.length = 0;
  answer = () => Response.json({ id: 'loan-1' });
  // jsdom has none, and the box asks how large it is.
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
  vi.stubGlobal('fetch', async (_: string, { body }: { body: string }) => {
    sent.push(JSON.parse(body));
    return answer();
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const done = vi.fn();
function Loan() {
  const filling = useFilling(lend, {
    start: { whom: '', until: '', insured: false, addresses: [] as string[] },
    onDone: done,
  });
  return (
    <Form filling={filling} label="Loan" buttons={<button type="submit">Lend it</button>}>
      <TextField filling={filling} name="whom" label="To whom" />
      <DayLine filling={filling} name="until" label="Until" />
      <Tick filling={filling} name="insured" label="It is insured" />
      <WordsField filling={filling} name="addresses" label="Addresses" />
    </Form>
  );
}
const open = () =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Loan />
    </QueryClientProvider>,
  );
const fill = (name: string, value: string) => {
  fireEvent.change(screen.getByRole('textbox', { name }), { target: { value } });
  fireEvent.blur(screen.getByRole('textbox', { name }));
};
const lendIt = () => act(async () => void fireEvent.submit(screen.getByRole('form')));

describe('a form', () => {
  it('sends what its endpoint takes', async () => {
    open();
    fill('To whom', ' Odd Farrow ');
    fill('Until', '1.3.2027');
    fill('Addresses', 'a@b.example, c@d.example');
    fireEvent.click(screen.getByRole('checkbox', { name: 'It is insured' }));
    await lendIt();
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(sent).toEqual([
      { whom: 'Odd Farrow', until: '2027-03-01', insured: true, addresses: ['a@b.example', 'c@d.example'] },
    ]);
  });

  it('says at a field what is amiss with it, in words, goes there, and sends nothing', async () => {
    open();
    fill('Addresses', 'nobody');
    await lendIt();
    expect(await screen.findByText('Say to whom.')).toBeTruthy();
    expect(screen.getByText('This is not a mail address.')).toBeTruthy();
    expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'To whom' }));
    fill('To whom', 'Somebody with a long name');
    expect(await screen.findByText('This is too long: 12 characters at most.')).toBeTruthy();
    expect(sent).toEqual([]);
  });

  it('does not send a day that is none', async () => {
    open();
    fill('To whom', 'Odd');
    fill('Until', 'some day');
    await lendIt();
    expect(await screen.findByText(/This is no day/)).toBeTruthy();
    expect(sent).toEqual([]);
    expect((screen.getByRole('textbox', { name: 'Until' }) as HTMLInputElement).value).toBe('some day');
  });

  it('puts what the server refuses at the field it means, and loses nothing', async () => {
    answer = () =>
      Response.json({ title: 'He has one already.', where: 'whom', status: 422 }, { status: 422 });
    open();
    fill('To whom', 'Odd Farrow');
    await lendIt();
    expect(await screen.findByText('He has one already.')).toBeTruthy();
    const field = screen.getByRole('textbox', { name: 'To whom' }) as HTMLInputElement;
    expect([field.value, field.getAttribute('aria-invalid')]).toEqual(['Odd Farrow', 'true']);
  });

  it('says what belongs to no field over its buttons', async () => {
    answer = () => Response.json({ title: 'All of them are out.', status: 409 }, { status: 409 });
    open();
    fill('To whom', 'Odd Farrow');
    await lendIt();
    expect((await screen.findByRole('alert')).textContent).toContain('All of them are out.');
  });
});
