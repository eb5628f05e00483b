/**
 * Every kind of line that a job’s history can have, and whether the owner reads it on the sheet too. Lines of kinds that are
 * not known here any more are read and shown like the others.
 */
export const historyKinds = Object.freeze({
  'take-in': { onSheet: false },
  profile: { onSheet: false },
  amend: { onSheet: false },
  observe: { onSheet: false },
  charge: { onSheet: false },
  'charge-policy': { onSheet: false },
  measure: { onSheet: false },
  revision: { onSheet: false },
  'system-version': { onSheet: false },
  library: { onSheet: false },
  choose: { onSheet: false },
  'lay-out': { onSheet: false },
  route: { onSheet: false },
  'take-stick': { onSheet: true },
  step: { onSheet: false },
  'step-back': { onSheet: false },
  answer: { onSheet: false },
  override: { onSheet: true },
  'looked-inside': { onSheet: true },
  'drive-read': { onSheet: true },
  rehearsed: { onSheet: true },
  fastener: { onSheet: true },
  note: { onSheet: true },
  photo: { onSheet: false },
  'photo-note': { onSheet: true },
  dock: { onSheet: false },
  undock: { onSheet: false },
  arm: { onSheet: false },
  'copy-begun': { onSheet: false },
  'copy-goes-on': { onSheet: false },
  'copy-stop': { onSheet: false },
  copied: { onSheet: false },
  restore: { onSheet: false },
  restored: { onSheet: true },
  'not-restored': { onSheet: false },
  'power-on': { onSheet: false },
  'switch-on': { onSheet: false },
  'switch-off': { onSheet: false },
  shows: { onSheet: false },
  press: { onSheet: false },
  'wrote-drive': { onSheet: false },
  'look-into': { onSheet: false },
  finding: { onSheet: true },
  read: { onSheet: false },
  prove: { onSheet: false },
  'prove-accepted': { onSheet: true },
  'hand-over': { onSheet: false },
  'take-back': { onSheet: false },
});
export type HistoryKind = keyof typeof historyKinds;

/** Whether a line of this kind stands on the sheet. */
export const isOnSheet = (kind: string): boolean =>
  Object.hasOwn(historyKinds, kind) && historyKinds[kind as HistoryKind].onSheet;
