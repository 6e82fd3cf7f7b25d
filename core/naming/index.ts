export { Paths } from './portable.ts';
export { freeName, slug } from './slug.ts';
export { plainFileName, titleFromFileName } from './title.ts';
export { nameBy, namesAmiss, TOKENS, UnknownToken } from './pattern.ts';
