import type { FaultSeen } from './faults';

/** How often a fault was found behind dead starts of one device, in words. */
export type FaultLine = { device: string; fault: string; times: number };

/** What was found, the most frequent first; what has no name any more is left out. */
export function faultLines(
  seen: readonly FaultSeen[],
  nameOf: (profileId: string, faultId: string) => Omit<FaultLine, 'times'> | null,
): FaultLine[] {
  const lines = new Map<string, FaultLine>();
  for (const { profileId, faultId } of seen) {
    const named = nameOf(profileId, faultId);
    if (!named) continue;
    const key = `${profileId} ${faultId}`;
    lines.set(key, { ...named, times: (lines.get(key)?.times ?? 0) + 1 });
  }
  return [...lines.values()].sort(
    (a, b) => b.times - a.times || a.device.localeCompare(b.device) || a.fault.localeCompare(b.fault),
  );
}
