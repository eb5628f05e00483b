import { chargeLimitOf } from '@/core/job';
import { HoldNotice } from '../notice';
import { HoldRemedy } from './hold-remedy';
import type { StationProps } from './station-props';
import { OverrideForm } from './override-form';

/** A fresh way brings nothing of the old drive along: said where the way is chosen, not only at opening. */
export function SecondCopyHold({ view, act, busy }: Pick<StationProps, 'view' | 'act' | 'busy'>) {
  const hold = view.holds.find(({ code }) => code === 'second-copy');
  if (!hold) return null;
  return (
    <HoldNotice hold={hold} override={<OverrideForm hold={hold} act={act} busy={busy} />}>
      <HoldRemedy hold={hold} act={act} busy={busy} limitPercent={chargeLimitOf(view.profile, view.job)} />
    </HoldNotice>
  );
}
