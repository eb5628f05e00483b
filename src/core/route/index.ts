export { Route, StationId, stationNames, stationsOf, writesItself } from './stations';
export type { StationState } from './stations';
export { isLed, rankWays, usualRates, wayNames } from './ways';
export type { RankedWay, WayFacts } from './ways';
