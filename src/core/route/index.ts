export { Route, StationId, stationNames, stationsOf, writesItself } from './stations';
export type { StationState } from './stations';
export { emptyWords, isLed, rankWays, usualRates, wayNames, wayOfEmpty } from './ways';
export type { RankedWay, WayFacts } from './ways';
