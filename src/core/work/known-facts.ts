/**
 * The facts that the product itself knows, one place for all of them: a thing, then the state it may be in. A misspelt one does
 * not compile. Whoever states them stands behind each group.
 */
export const knownFacts = [
  // Seen at take-in or while opening.
  'battery.connected',
  'battery.in',
  'battery.swollen',
  'card.inserted',
  'charge.below-limit',
  'charger.connected',
  'consent.given',
  'cover.on',
  'encryption.on',
  /** The owner’s recovery key is here: what is sealed is carried over sealed. */
  'key.at-hand',
  'feeds.on',
  /** What could only be measured inside has been. */
  'heights.measured',
  'cables.outside',
  'mains.plugged',
  /** Somebody was asked whether a step is done so soon. */
  'pace.asked',
  'power.off',
  'second-copy.made',
  'static.discharged',
  'storage-mode.entered',
  'supply.discharged',
  'tools.laid-out',
  // Where the drives are.
  'drive.inserted',
  'drive.new-inside',
  'drive.new-looked-at',
  'drive.seated',
  'fan.aside',
  // What the dock, the sticks and the device did.
  'target.armed',
  'copy.begun',
  /** False: the copy is there, and nothing proved it. */
  'copy.verified',
  'copy.looked-into',
  'stick.ready',
  'stick.inserted',
  'drive.restored',
  'device.powered',
  'device.started',
] as const;

export type KnownFact = (typeof knownFacts)[number];
