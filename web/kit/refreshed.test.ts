import * as contract from '@placard/core/contract';
import { describe, expect, it } from 'vitest';
import { EXEMPT, isTouched, REFRESHED, TAKEN_WHOLE } from './refreshed.ts';

const asked = Object.values(contract as Record<string, unknown>).flatMap((each) =>
  typeof each === 'object' && each !== null && 'method' in each && 'path' in each && each.method === 'GET'
    ? [String(each.path)]
    : [],
);

describe('what is shown', () => {
  it('follows what changes, or is exempt by name: every answer that can be asked for', () => {
    expect(asked.length).toBeGreaterThan(30);
    expect([...Object.keys(REFRESHED), ...Object.keys(EXEMPT)].toSorted()).toEqual(asked.toSorted());
  });

  it('is taken whole only where there is such an answer', () => {
    expect(asked).toEqual(expect.arrayContaining([...TAKEN_WHOLE]));
  });

  it('is asked for again only where it is touched', () => {
    const mine = ['/api/assets/{id}', { id: 'asset-a' }, {}];
    expect(isTouched(mine, { asset: ['asset-a', 'asset-b'] })).toBe(true);
    expect(isTouched(mine, { asset: ['asset-b'] })).toBe(false);
    expect(isTouched(mine, { asset: 'all' })).toBe(true);
    expect(isTouched(mine, { arrival: ['arrival-a'] })).toBe(false);
    expect(isTouched(['/api/pages', {}, {}], { page: ['page-a'] })).toBe(true);
    expect(isTouched(['preview', {}], { page: 'all' })).toBe(false);
  });
});
