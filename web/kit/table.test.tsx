// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, configure, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Table } from './table.tsx';
import type { Column } from './tablehead.tsx';

// Other machines are busier.
configure({ asyncUtilTimeout: 60_000 });

interface Star {
  name: string;
  magnitude: number;
}
const STARS: Star[] = [
  { name: 'Vega 10', magnitude: 0.03 },
  { name: 'arcturus', magnitude: -0.05 },
  { name: 'Vega 9', magnitude: 0.5 },
];
const COLUMNS: Column<Star>[] = [
  {
    id: 'name',
    title: 'Name',
    width: 200,
    stays: true,
    sortBy: ({ name }) => name,
    render: ({ name }) => name,
  },
  {
    id: 'magnitude',
    title: 'Magnitude',
    width: 90,
    right: true,
    sortBy: (star) => star.magnitude,
    render: (star) => star.magnitude,
  },
];

let kept: unknown;
beforeEach(() => {
  kept = undefined;
  vi.stubGlobal('fetch', async (_: string, { method, body }: { method: string; body?: string }) => {
    if (method === 'PUT') kept = JSON.parse(body ?? '');
    return Response.json(method === 'PUT' ? {} : { stars: { hidden: [], widths: { name: 240 } } });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = async (rows: readonly Star[] = STARS) => {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Table name="stars" label="Stars" columns={COLUMNS} rows={rows} rowHeight={30} />
    </QueryClientProvider>,
  );
  await screen.findByRole('table', { name: 'Stars' });
};
const names = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => within(row).getAllByRole('cell')[0]?.textContent);
const title = (name: string) => screen.getByRole('columnheader', { name });
const sort = (name: string) => fireEvent.click(within(title(name)).getByRole('button'));

describe('a table', () => {
  it('sorts as people count and read, upwards first, and says by what', async () => {
    await open();
    expect(names()).toEqual(['Vega 10', 'arcturus', 'Vega 9']);
    sort('Name');
    expect(names()).toEqual(['arcturus', 'Vega 9', 'Vega 10']);
    expect(title('Name').getAttribute('aria-sort')).toBe('ascending');
    sort('Name');
    expect(names()).toEqual(['Vega 10', 'Vega 9', 'arcturus']);
    sort('Magnitude');
    expect(names()).toEqual(['arcturus', 'Vega 10', 'Vega 9']);
    expect([title('Name'), title('Magnitude')].map((head) => head.getAttribute('aria-sort'))).toEqual([
      'none',
      'ascending',
    ]);
  });

  it('begins as whoever is signed in left it, and keeps what they change, by key too', async () => {
    await open();
    const edge = screen.getByRole('separator', { name: 'Width of Name' });
    expect(edge.getAttribute('aria-valuenow')).toBe('240');
    for (let press = 0; press < 3; press++) fireEvent.keyDown(edge, { key: 'ArrowLeft' });
    expect(edge.getAttribute('aria-valuenow')).toBe('210');
    await waitFor(() => expect(kept).toEqual({ hidden: [], widths: { name: 210 } }));
  });

  it('has rows and cells of a table, and none that can be selected', async () => {
    await open();
    const table = screen.getByRole('table', { name: 'Stars' });
    expect(table.getAttribute('aria-rowcount')).toBe('4');
    expect(screen.getAllByRole('row').map((row) => row.getAttribute('aria-rowindex'))).toEqual([
      '1',
      '2',
      '3',
      '4',
    ]);
    expect(table.querySelector('[aria-selected]')).toBeNull();
  });

  it('draws only the rows that are in view, of however many', async () => {
    const scroller = document.createElement('div');
    Object.defineProperties(scroller, {
      offsetHeight: { value: 300 },
      offsetWidth: { value: 400 },
    });
    const rows = Array.from({ length: 5000 }, (_, at) => ({ name: `Star ${at}`, magnitude: at }));
    render(
      <QueryClientProvider client={new QueryClient()}>
        <Table name="stars" label="Stars" columns={COLUMNS} rows={rows} rowHeight={30} scroller={scroller} />
      </QueryClientProvider>,
    );
    await screen.findByRole('table', { name: 'Stars' });
    expect(screen.getAllByRole('row').length).toBeLessThan(60);
    expect(screen.getByRole('table').getAttribute('aria-rowcount')).toBe('5001');
  });
});
