import { lookedAtWhileOpen } from '@/core/job';
import { Card } from '../station-frame';
import { SaidList } from './said-list';
import type { StationProps } from './station-props';

const words = { fine: 'As it should be', mended: 'Put right', left: 'Left as it is' } as const;

/** What is looked at while a device is open anyway; it stands on the sheet. */
export function LookRoundCard({ view, act, busy }: Pick<StationProps, 'view' | 'act' | 'busy'>) {
  const asked = lookedAtWhileOpen(view.profile);
  return (
    <Card title="While it is open" hint={`${view.job.lookedRound.length} of ${asked.length} looked at`}>
      <SaidList
        asked={asked}
        said={view.job.lookedRound}
        words={words}
        plain="fine"
        label={(result) => (result === 'mended' ? 'What was put right' : 'What was found')}
        say={(one) => act({ kind: 'look-round', results: [one] })}
        busy={busy}
      />
    </Card>
  );
}
