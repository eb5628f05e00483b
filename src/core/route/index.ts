export { Route, StationId, stationIds, stationNames, stationsOf } from './stations';
export type { StationState } from './stations';
