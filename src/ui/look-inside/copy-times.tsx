import { caseLink, passThrough } from '@/core/link';
import type { DockCase } from '@/core/part';
import { showBytes, showDuration, showDurationRange } from '@/core/units';

/** How long a copy of so many bytes takes with each case of the bench, there and back: which drives it is between is not known here. */
export function CopyTimes({ bytes, cases, locale }: { bytes: number; cases: DockCase[]; locale: string }) {
  return (
    <section>
      <h2 className="text-[1.0625rem]">How long a copy takes</h2>
      <p className="mb-1 text-[0.875rem] text-soft">
        {showBytes(bytes, { locale })} there, and all read back, by what the case carries; a drive that is
        slower takes longer.
      </p>
      {cases.length === 0 && (
        <p className="text-[0.875rem]">No case is on the bench yet; add one at Parts.</p>
      )}
      <ul>
        {cases.map((dockCase) => {
          const { seconds } = passThrough(2 * bytes, [caseLink(dockCase)]);
          return (
            <li key={dockCase.id} className="border-b border-dashed border-line py-1.5 last:border-0">
              <div className="flex items-baseline gap-2">
                <b>{dockCase.model}</b>
                <span className="text-[0.8125rem] text-soft">{dockCase.link}</span>
                <span className="figures ml-auto font-bold">{showDuration(seconds.middle)}</span>
              </div>
              <p className="figures text-right text-[0.8125rem] text-soft">
                {showDurationRange(seconds.least, seconds.most)}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
