import { type CopyProof, isProof, isProofOfDrive } from '../copy';
import { type Margin, atMost, exact, missing } from '../margin';

/** What the copier can vouch for: every block compared, every sector read. */
export function copyMargins(copy: CopyProof | null): Margin[] {
  const noCopy = missing('the comparison', 'Finish the copy at Carry over.');
  const none = (note: string) => exact(0, { kind: 'default', note });
  const compared =
    copy && !isProof(copy.grade)
      ? missing(`the comparison, skipped: ${copy.readBack.reason}`, 'Read it back at Carry over.')
      : copy && !isProofOfDrive(copy)
        ? missing('the comparison of the drive: only its image was compared', 'Read the drive at Carry over.')
        : copy
          ? exact(copy.mismatches, { kind: 'computed', note: `${copy.blocks} blocks read back and compared` })
          : noCopy;
  const unread = copy?.unreadable.reduce((total, { bytes }) => total + bytes, 0) ?? 0;
  const where = copy?.unreadable.map(({ part, area }) => (area ? `${part}: ${area}` : part)).join('; ');
  const margins = [
    atMost(
      { id: 'mismatches', what: 'Blocks that did not match', unit: 'count', remedy: 'Copy again.' },
      compared,
      none('every block must match'),
    ),
  ];
  if (!copy || unread === 0) return margins;
  const remedy = `Bring back from elsewhere what is lost (${where}), or let the owner decide.`;
  return [
    ...margins,
    atMost(
      { id: 'unreadable', what: 'Bytes of the old drive that could not be read', unit: 'bytes', remedy },
      exact(unread, { kind: 'computed', note: 'retried, then filled with zeros' }),
      none('every sector must be read'),
    ),
  ];
}
