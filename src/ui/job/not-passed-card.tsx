import { useState } from 'react';
import { causesOf } from '@/core/job';
import type { Margin } from '@/core/margin';
import { showDuration } from '@/core/units';
import { Field } from '../field';
import { Card } from '../station-frame';

/** A proof that was not passed is a way on: what may be behind it, the cheapest first; reading again; the owner's word; the way back. */
export function NotPassedCard({
  failed,
  acceptable,
  reason,
  onReason,
}: {
  failed: Margin[];
  /** Of them, what the owner may take as it is. */
  acceptable: Margin[];
  reason: string;
  onReason: (reason: string) => void;
}) {
  const [openId, setOpenId] = useState<string | null>(null);
  if (failed.length === 0) return null;
  return (
    <Card title="Not passed" hint="what to do, the cheapest first">
      {failed.map((margin) => {
        const isOpen = (openId ?? failed[0]?.id) === margin.id;
        return (
          <section key={margin.id} className="border-b border-dashed py-2 last:border-0">
            <h3>
              <button
                type="button"
                aria-expanded={isOpen}
                className="min-h-11 text-left text-[1rem] font-bold text-over"
                onClick={() => setOpenId(isOpen ? '' : margin.id)}
              >
                {margin.what}
              </button>
            </h3>
            {margin.id === 'unreadable' && <p className="font-semibold text-over">{margin.remedy}</p>}
            {isOpen && (
              <ol className="mt-1 list-decimal pl-6 text-[0.875rem]">
                {causesOf(margin).map(({ what, look, minutes }) => (
                  <li key={what} className="py-1">
                    <b>{what}.</b> {look}{' '}
                    <span className="figures whitespace-nowrap text-soft">
                      about {showDuration(minutes * 60)}
                    </span>
                  </li>
                ))}
              </ol>
            )}
          </section>
        );
      })}
      <p className="mt-2 text-[0.875rem] text-soft">
        A new reading takes the place of the old one; both stay in the history. Where nothing helps, open it
        once more (below) and return the new drive with these readings.
      </p>
      {acceptable.length > 0 && (
        <Field
          label="What the owner decided, for the sheet"
          hint={`The owner takes it as it is: ${acceptable.map(({ what }) => what.toLowerCase()).join(', ')}`}
          className="mt-2"
          value={reason}
          onChange={(event) => onReason(event.target.value)}
        />
      )}
    </Card>
  );
}
