export * from './endpoint.ts';
export * from './gather.ts';
export * from './holdings.ts';
export * from './pages.ts';
export * from './site.ts';
