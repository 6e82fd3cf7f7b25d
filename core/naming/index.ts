export { freeName, slug } from './slug.ts';
export { plainFileName, termless, titleFromFileName } from './title.ts';
export { nameBy, namesAmiss, TOKENS, UnknownToken, type Named, type Renaming } from './pattern.ts';
