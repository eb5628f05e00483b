import type { FaultLine, LookLine } from '@/core/learn';

/** What was behind dead starts, device by device: the first guess of a diagnosis comes from it. */
export function FaultsFound({ lines }: { lines: readonly FaultLine[] }) {
  if (lines.length === 0) return null;
  const all = lines.reduce((sum, { times }) => sum + times, 0);
  return (
    <section className="mt-5 rounded-2xl border bg-surface p-4" aria-label="Behind dead starts">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-[1.1875rem]">Behind dead starts</h2>
        <p className="text-[0.875rem] text-soft">
          {all === 1 ? '1 fault was found' : `${all} faults were found`}; the first guess of a diagnosis comes
          from them
        </p>
      </div>
      <ul className="mt-2">
        {lines.map(({ device, fault, times }) => (
          <li
            key={`${device} ${fault}`}
            className="flex flex-wrap gap-x-3 border-b border-dashed py-1.5 last:border-0"
          >
            <b className="figures w-10 text-right">{times} ×</b>
            <span className="min-w-52 flex-1">{fault}</span>
            <span className="text-soft">{device}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How often a look misled, of what was looked at before the fault was found. */
export function LooksFound({ lines }: { lines: readonly LookLine[] }) {
  if (lines.length === 0) return null;
  const all = lines.reduce((sum, { times }) => sum + times, 0);
  return (
    <section className="mt-5 rounded-2xl border bg-surface p-4" aria-label="Looks that misled">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-[1.1875rem]">Looks that misled</h2>
        <p className="text-[0.875rem] text-soft">
          of {all === 1 ? '1 look' : `${all} looks`} held against the fault that was found then; a diagnosis
          weighs what is seen by it
        </p>
      </div>
      <ul className="mt-2">
        {lines.map(({ check, misread, times }) => (
          <li key={check} className="flex flex-wrap gap-x-3 border-b border-dashed py-1.5 last:border-0">
            <b className="figures w-20 text-right">
              {misread} of {times}
            </b>
            <span className="min-w-52 flex-1">{check}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
