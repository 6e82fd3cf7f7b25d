export { freeName, slug } from './slug.ts';
export { termless, titleFromFileName } from './title.ts';
