import { useState } from 'react';
import { type LookResult, lookResults, lookedAtWhileOpen } from '@/core/job';
import { Choice } from '../choice';
import { Card } from '../station-frame';
import { WhyForm } from '../why-form';
import type { StationProps } from './station-props';

const words: Record<LookResult, string> = {
  fine: 'As it should be',
  mended: 'Put right',
  left: 'Left as it is',
};

/** What is looked at while a device is open anyway; it stands on the sheet. */
export function LookRoundCard({ view, act, busy }: Pick<StationProps, 'view' | 'act' | 'busy'>) {
  const asked = lookedAtWhileOpen(view.profile);
  const [asking, setAsking] = useState<{ id: string; result: LookResult } | null>(null);
  const seen = new Map(view.job.lookedRound.map((one) => [one.id, one]));
  const say = async (id: string, result: LookResult, note: string) => {
    if (await act({ kind: 'look-round', results: [{ id, result, note }] })) setAsking(null);
  };
  return (
    <Card title="While it is open" hint={`${seen.size} of ${asked.length} looked at`}>
      <ul className="flex flex-col gap-3">
        {asked.map(({ id, what, how }) => {
          const said = seen.get(id);
          const isAsking = asking?.id === id;
          return (
            <li key={id} className="border-b border-dashed pb-3 last:border-0 last:pb-0">
              <p className="mb-1.5">
                <b>{what}</b> <span className="text-[0.875rem] text-soft">{how}</span>
              </p>
              <Choice
                legend={what}
                hideLegend
                value={isAsking ? asking.result : (said?.result ?? null)}
                options={lookResults.map((value) => ({ value, label: words[value] }))}
                onChange={(result) =>
                  result === 'fine' ? void say(id, result, '') : setAsking({ id, result })
                }
              />
              {said?.note && !isAsking && <p className="mt-1 text-[0.875rem] text-soft">{said.note}</p>}
              {isAsking && (
                <WhyForm
                  label={asking.result === 'mended' ? 'What was put right' : 'What was found'}
                  busy={busy}
                  onNote={(note) => void say(id, asking.result, note)}
                />
              )}
            </li>
          );
        })}
      </ul>
    </Card>
  );
}
