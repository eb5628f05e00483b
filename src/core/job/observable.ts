import type { KnownFact } from '../work';

/** Facts that a person may state by looking, without a step of the procedure. */
export const observable = [
  'card.inserted',
  'encryption.on',
  'battery.swollen',
  'consent.given',
  'charger.connected',
  'stick.inserted',
  'second-copy.made',
  'key.at-hand',
  'storage-mode.entered',
  'mains.plugged',
  'feeds.on',
  'cables.outside',
] as const satisfies KnownFact[];
