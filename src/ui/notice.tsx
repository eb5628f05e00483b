import type { ReactNode } from 'react';
import type { Fault } from '@/core/result';
import type { Hold } from '@/core/work';

/** A refusal: what, why, what to do. Announced when it appears. */
export function FaultNotice({ fault, children }: { fault: Fault; children?: ReactNode }) {
  return (
    <div role="alert" className="rounded-xl border-2 border-over bg-over-ground px-4 py-2.5">
      <p className="font-semibold">{fault.sentence}</p>
      <p>{fault.remedy}</p>
      {fault.details && fault.details.length > 1 && (
        <ul
          className="mt-2 max-h-64 list-disc overflow-y-auto pl-5 text-[0.875rem]"
          tabIndex={0}
          aria-label="All faults"
        >
          {fault.details.map(({ where, what, mend }, i) => (
            <li key={`${i} ${where}`} className="mb-1">
              <b>{where}</b>: {what}
              {mend && <span className="text-soft"> {mend}</span>}
            </li>
          ))}
        </ul>
      )}
      {children}
    </div>
  );
}

/** A hold: what is wrong, why it matters, how to lift it. */
export function HoldNotice({
  hold,
  children,
  override,
}: {
  hold: Hold;
  children?: ReactNode;
  /** How it is overridden, where it may be. */
  override?: ReactNode;
}) {
  return (
    <div role="status" className="rounded-xl border-2 border-over bg-over-ground px-4 py-3">
      <p className="font-display text-lg font-bold text-over">
        Held: {hold.what.charAt(0).toLowerCase() + hold.what.slice(1)}
      </p>
      <p className="mt-0.5">{hold.why}</p>
      <p className="mt-1 font-semibold">{hold.remedy}</p>
      {hold.override === 'nobody' && (
        <p className="mt-1 text-[0.8125rem] text-soft">Nobody may walk past this one.</p>
      )}
      {children && <div className="mt-3 flex flex-wrap items-center gap-3">{children}</div>}
      {hold.override !== 'nobody' && override}
    </div>
  );
}
