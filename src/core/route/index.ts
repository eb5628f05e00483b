export { Route, StationId, stationNames, stationsOf } from './stations';
export type { StationState } from './stations';
export { rankWays, usualRates, wayNames } from './ways';
export type { RankedWay, WayFacts } from './ways';
