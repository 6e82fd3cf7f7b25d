export { writtenAddress } from './address.ts';
export { escapeHtml } from './html.ts';
export { plainLine } from './line.ts';
