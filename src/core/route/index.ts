export { stationNames, stationsOf, writesItself } from './stations';
export { Route, StationId } from './route-schema';
export type { StationState } from './stations';
export { chargeOfWay, emptyWords, isLed, rankWays, usualRates, wayNames, wayOfEmpty } from './ways';
export type { RankedWay, WayFacts } from './ways';
export { lossesOf } from './losses';
