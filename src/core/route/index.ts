export { Route, StationId, stationNames, stationsOf } from './stations';
export type { StationState } from './stations';
