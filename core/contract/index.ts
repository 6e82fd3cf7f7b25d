export * from './endpoint.ts';
export * from './films.ts';
export * from './gather.ts';
export * from './holdings.ts';
export * from './pages.ts';
export * from './prep.ts';
export * from './shortlists.ts';
export * from './site.ts';
