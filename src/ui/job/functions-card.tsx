import { useState } from 'react';
import { functionsAsked } from '@/core/job';
import { Choice } from '../choice';
import { Card } from '../station-frame';
import { WhyForm } from '../why-form';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'> & { isOpen: boolean };
type Result = 'works' | 'fails' | 'unseen';

const words: Record<Result, string> = {
  works: 'Works',
  fails: 'Does not work',
  unseen: 'Cannot be seen here',
};

/** What must still work after the device was open: each is tried and said by itself; what does not, or cannot be tried, goes with a word why. */
export function FunctionsCard({ view, act, busy, isOpen }: Props) {
  const functions = functionsAsked(view.profile, view.job);
  const [asking, setAsking] = useState<{ id: string; result: Result } | null>(null);
  if (functions.length === 0) return null;
  const seen = new Map(view.job.functions.map((one) => [one.id, one]));
  const say = async (id: string, result: Result, why: string) => {
    if (!(await act({ kind: 'functions', results: [{ id, result, note: why }] }))) return;
    setAsking(null);
  };
  return (
    <Card title="What must still work" hint={`${seen.size} of ${functions.length} tried`}>
      <ul className="flex flex-col gap-3">
        {functions.map(({ id, what, how }) => {
          const said = seen.get(id);
          const isAsking = asking?.id === id;
          return (
            <li key={id} className="border-b border-dashed pb-3 last:border-0 last:pb-0">
              <p className="mb-1.5">
                <b>{what}</b> <span className="text-[0.875rem] text-soft">{how}</span>
              </p>
              {isOpen ? (
                <Choice
                  legend={what}
                  hideLegend
                  value={isAsking ? asking.result : (said?.result ?? null)}
                  options={(['works', 'fails', 'unseen'] as const).map((value) => ({
                    value,
                    label: words[value],
                  }))}
                  onChange={(result) =>
                    result === 'works' ? void say(id, result, '') : setAsking({ id, result })
                  }
                />
              ) : (
                <p className="font-semibold">{said ? words[said.result] : 'not tried'}</p>
              )}
              {said?.note && !isAsking && <p className="mt-1 text-[0.875rem] text-soft">{said.note}</p>}
              {isAsking && (
                <WhyForm
                  label={asking.result === 'fails' ? 'What it does instead' : 'Why'}
                  busy={busy}
                  onNote={(why) => void say(id, asking.result, why)}
                />
              )}
            </li>
          );
        })}
      </ul>
    </Card>
  );
}
