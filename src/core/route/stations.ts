import type { StationId, Route } from './route-schema';
import { stationIds } from './station-ids';

export const stationNames: Readonly<Record<StationId, string>> = Object.freeze({
  'take-in': 'Take in',
  fit: 'Fit',
  data: 'Data',
  open: 'Open',
  'carry-over': 'Carry over',
  swap: 'Swap',
  close: 'Close',
  'first-power': 'First power',
  prove: 'Prove',
  'hand-over': 'Hand over',
});

/**
 * The order of stations for a route. On the dock the old drive must be out, so Carry over stands after Open; from a stick, over
 * the network or by formatting the device itself writes the new drive, so it stands after First power.
 */
export function stationsOf(route: Route): StationId[] {
  switch (route) {
    case 'copy-on-dock':
      return [...stationIds];
    case 'stick':
    case 'network':
    case 'format': {
      const others = stationIds.filter((id) => id !== 'carry-over');
      return others.flatMap((id) => (id === 'first-power' ? [id, 'carry-over'] : [id]));
    }
  }
}

/** The device itself writes the new drive, after it was closed and switched on. */
export const writesItself = (route: Route): boolean => route !== 'copy-on-dock';

export type StationState = { id: StationId; name: string; state: 'done' | 'current' | 'held' | 'ahead' };
