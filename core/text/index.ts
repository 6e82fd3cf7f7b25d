export { writtenAddress } from './address.ts';
export { COUNTRIES, countryName, isCountry } from './countries.ts';
export { dayIn, isDay, isTimeZone, readDay, writtenDay } from './day.ts';
export { inBytes, inCount, inPixels, inTime, plural } from './figures.ts';
export { escapeHtml } from './html.ts';
export { LANGUAGES, languageName } from './languages.ts';
export { plainLine } from './line.ts';
export { withoutShareMarks } from './sharemarks.ts';
export { isOneAddress, readsLikeEmbed, withBrackets } from './readslikeembed.ts';
