import type { CopyProgress } from '@/core/copy';
/** How far a copy is, 0..1: what was read back and matched, and what was written. */
export function copyShares(progress: CopyProgress | null): { matched: number; written: number } {
  const total = progress?.totalBytes ?? 0;
  return total > 0
    ? { matched: progress!.verifiedBytes / total, written: progress!.writtenBytes / total }
    : { matched: 0, written: 0 };
}

/** The copy as a bar: green is read back and matched, blue is written. */
export function CopyBar({ progress, label }: { progress: CopyProgress | null; label: string }) {
  const { matched, written } = copyShares(progress);
  return (
    <div
      role="progressbar"
      aria-label={label}
      aria-valuenow={Math.floor(matched * 100)}
      aria-valuemin={0}
      aria-valuemax={100}
      className="relative my-2 h-3 overflow-hidden rounded-full bg-sunken"
    >
      <div className="absolute inset-y-0 left-0 bg-info-fill" style={{ width: `${written * 100}%` }} />
      <div className="absolute inset-y-0 left-0 bg-clear-fill" style={{ width: `${matched * 100}%` }} />
    </div>
  );
}
