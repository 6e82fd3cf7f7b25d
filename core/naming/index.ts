export { freeName, slug } from './slug.ts';
export { plainFileName, termless, titleFromFileName } from './title.ts';
