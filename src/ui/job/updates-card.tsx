import { useState } from 'react';
import type { JobView } from '@/core/job-view';
import { Button } from '../button';
import { Card } from '../station-frame';
import { WhyForm } from '../why-form';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'> & { isOpen: boolean };

const weightWords: Record<JobView['profile']['afterStart'][number]['weight'], string> = {
  must: 'must',
  should: 'should',
  'may-skip': 'may be skipped',
  breaks: 'seen to break',
};

/** Updates and drivers after the first start, as the profile names them: done, or left and why. */
export function UpdatesCard({ view, act, busy, isOpen }: Props) {
  const { afterStart } = view.profile;
  const [asking, setAsking] = useState<{ id: string; done: boolean } | null>(null);
  if (afterStart.length === 0) return null;
  const noted = new Map(view.job.updates.map((one) => [one.id, one]));
  const say = async (id: string, done: boolean, why: string) => {
    if (!(await act({ kind: 'update', id, done, note: why }))) return;
    setAsking(null);
  };
  return (
    <Card title="Updates and drivers" hint={`${noted.size} of ${afterStart.length} noted`}>
      <ul>
        {afterStart.map(({ id, what, weight, why }) => {
          const said = noted.get(id);
          const needsWhy = (done: boolean) => (weight === 'must' && !done) || (weight === 'breaks' && done);
          const press = (done: boolean) =>
            needsWhy(done) ? setAsking({ id, done }) : void say(id, done, '');
          return (
            <li key={id} className="border-b border-dashed py-2 last:border-0">
              <div className="flex flex-wrap items-center gap-2">
                <span className="min-w-60 flex-1">
                  <b>{what}</b>{' '}
                  <span className={weight === 'breaks' ? 'font-semibold text-over' : 'text-soft'}>
                    {weightWords[weight]}
                  </span>
                  <span className="block text-[0.875rem] text-soft">{why}</span>
                </span>
                {said && <span className="font-semibold">{said.done ? 'done' : 'left'}</span>}
                <Button disabled={busy || !isOpen} onClick={() => press(true)}>
                  Done
                </Button>
                <Button disabled={busy || !isOpen} onClick={() => press(false)}>
                  Leave it
                </Button>
              </div>
              {asking?.id === id && (
                <WhyForm
                  label="Why all the same"
                  busy={busy}
                  onNote={(why) => void say(id, asking.done, why)}
                />
              )}
            </li>
          );
        })}
      </ul>
    </Card>
  );
}
