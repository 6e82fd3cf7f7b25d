export * from './holdings.ts';
export * from './jobs.ts';
export * from './labels.ts';
export * from './pages.ts';
export * from './people.ts';
export * from './prep.ts';
export * from './search.ts';
export * from './told.ts';
