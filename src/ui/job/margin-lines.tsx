import type { Margin } from '@/core/margin';
import { showEstimate } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { verdictText } from '../verdict-words';

const order = { over: 0, tight: 1, unknown: 2, clear: 3 } as const;

/** Checks in short lines, what is wrong and what is not known first. */
export function MarginLines({ margins }: { margins: Margin[] }) {
  const sorted = [...margins].sort((a, b) => order[a.verdict] - order[b.verdict]);
  return (
    <ul className="grid gap-x-6 md:grid-cols-2">
      {sorted.map((margin) => (
        <li key={margin.id} className="flex items-start gap-2 border-b border-dashed border-line py-1.5">
          <BowlSign verdict={margin.verdict} use={margin.use ?? 0.4} size={24} />
          <div className="min-w-0">
            <p className="leading-snug">
              <b>{margin.what}</b>{' '}
              <span className={verdictText[margin.verdict]}>
                {margin.value.known ? showEstimate(margin.value, margin.unit) : 'not known'}
              </span>
            </p>
            {margin.verdict !== 'clear' && (
              <p className="text-[0.8125rem] text-soft">
                {margin.value.known ? margin.remedy : margin.value.howToGet}
              </p>
            )}
          </div>
        </li>
      ))}
    </ul>
  );
}
