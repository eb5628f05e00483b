import type { Fault } from '@/core/result';

/** Why the last work on a row's thing ended badly. */
export function RowFault({ fault }: { fault: Fault | null }) {
  return (
    fault && (
      <p role="alert" className="mt-1 text-[0.875rem]">
        <b className="text-over">{fault.sentence}</b> {fault.remedy}
      </p>
    )
  );
}
