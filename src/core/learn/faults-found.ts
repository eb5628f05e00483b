import type { FaultSeen } from './faults';
import type { Trial } from './share';

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

/** How often a check was read otherwise than it was, in words. */
export type LookLine = { check: string; misread: number; times: number };

/** What was looked at before a fault was found, the most misleading first; what has no name any more is left out. */
export function lookLines(looks: readonly Trial[], nameOf: (checkId: string) => string | null): LookLine[] {
  const lines = new Map<string, LookLine>();
  for (const { key, isHit } of looks) {
    const check = nameOf(key);
    if (!check) continue;
    const line = lines.get(check) ?? { check, misread: 0, times: 0 };
    lines.set(check, { check, misread: line.misread + (isHit ? 1 : 0), times: line.times + 1 });
  }
  return [...lines.values()].sort(
    (a, b) =>
      b.misread / b.times - a.misread / a.times || b.times - a.times || a.check.localeCompare(b.check),
  );
}
