export * from './people.ts';
export * from './holdings.ts';
export * from './pages.ts';
export * from './jobs.ts';
export * from './search.ts';
