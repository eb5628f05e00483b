import { rateRange } from '@/core/disk';
import type { DockCase } from '@/core/part';
import { showBytes, showDuration, showDurationRange } from '@/core/units';

/** How long a copy of so many bytes takes with each case of the bench: there and back, the middle and a range. */
export function CopyTimes({ bytes, cases, locale }: { bytes: number; cases: DockCase[]; locale: string }) {
  return (
    <section>
      <h2 className="text-[17px]">How long a copy takes</h2>
      <p className="mb-1 text-[14px] text-soft">{showBytes(bytes, { locale })} there, and all read back.</p>
      {cases.length === 0 && <p className="text-[14px]">No case is on the bench yet; add one at Parts.</p>}
      <ul>
        {cases.map((dockCase) => {
          const rate = rateRange(dockCase.rateBytesPerS);
          const seconds = (perS: number) => showDuration((2 * bytes) / perS);
          return (
            <li key={dockCase.id} className="border-b border-dashed border-line py-1.5 last:border-0">
              <div className="flex items-baseline gap-2">
                <b>{dockCase.model}</b>
                <span className="text-[13px] text-soft">{dockCase.link}</span>
                <span className="figures ml-auto font-bold">{seconds(rate.middle)}</span>
              </div>
              <p className="figures text-right text-[13px] text-soft">
                {showDurationRange((2 * bytes) / rate.most, (2 * bytes) / rate.least)}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
