import { functionsAsked } from '@/core/job';
import { Card } from '../station-frame';
import { SaidList } from './said-list';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'> & { isOpen: boolean };

const words = { works: 'Works', fails: 'Does not work', unseen: 'Cannot be seen here' } as const;

/** What must still work after the device was open: each is tried and said by itself; what does not, or cannot be tried, goes with a word why. */
export function FunctionsCard({ view, act, busy, isOpen }: Props) {
  const asked = functionsAsked(view.profile, view.job);
  if (asked.length === 0) return null;
  return (
    <Card title="What must still work" hint={`${view.job.functions.length} of ${asked.length} tried`}>
      <SaidList
        asked={asked}
        said={view.job.functions}
        words={words}
        plain="works"
        label={(result) => (result === 'fails' ? 'What it does instead' : 'Why')}
        say={(one) => act({ kind: 'functions', results: [one] })}
        busy={busy}
        isOpen={isOpen}
      />
    </Card>
  );
}
