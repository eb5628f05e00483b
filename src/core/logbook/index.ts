export { linesOnPage, sorts, states } from './orders';
export { LogbookQuery } from './logbook-query';
export type { LogbookLine } from './logbook-line';
export { wordsAsked } from './words';
