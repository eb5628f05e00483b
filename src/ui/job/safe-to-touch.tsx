import { type FactName, cableFact, factValue, safeToTouch } from '@/core/work';
import type { StationProps } from './station-props';

const safeWords: Readonly<Record<string, string>> = {
  'power.off': 'switched off',
  'battery.connected': 'battery unplugged',
  'mains.plugged': 'mains plug out',
  'supply.discharged': 'supply discharged',
};

/** Whether closing has plugged the battery again: from then on the board is live on purpose. */
function isLiveOnPurpose({ steps, profile }: StationProps['view']): boolean {
  const battery = profile.procedure.cables.filter((cable) => cableFact(cable) === 'battery.connected');
  return steps.some(
    ({ station, done, plugs }) => done && station === 'close' && battery.some(({ id }) => plugs.includes(id)),
  );
}

/** May a tool touch the board now, and what is still to come before it may: power, supply and static apart. */
export function SafeToTouch({ view }: { view: StationProps['view'] }) {
  const value = (fact: FactName) => factValue(view.facts, fact);
  const { power, open, swap } = view.profile.procedure;
  if (isLiveOnPurpose(view))
    return (
      <div role="status" className="rounded-2xl border border-tight bg-tight-ground px-4 py-2.5">
        <b className="text-tight">The battery is plugged in again, as it should be.</b>
        <span className="ml-3">From here nothing but plastic near the board.</span>
      </div>
    );
  const discharges = [...open, ...swap].some(({ effects }) =>
    effects.some(({ fact }) => fact === 'static.discharged'),
  );
  const checks = [
    ...(power === 'mains' ? [] : ([[value('charger.connected') === false, 'charger out']] as const)),
    [value('card.inserted') === false, 'card slot empty'],
    ...safeToTouch(power).map(([fact, wanted]) => [value(fact) === wanted, safeWords[fact] ?? fact] as const),
    ...(discharges ? ([[value('static.discharged') === true, 'static discharged']] as const) : []),
  ] as const;
  const words = (wanted: boolean) =>
    checks.flatMap(([good, name]) => (good === wanted ? [name] : [])).join(', ');
  const safe = checks.every(([good]) => good);
  return (
    <div
      role="status"
      className={`rounded-2xl border px-4 py-2.5 ${safe ? 'border-clear bg-clear-ground' : 'border-tight bg-tight-ground'}`}
    >
      <b className={safe ? 'text-clear' : 'text-tight'}>
        {safe ? 'Board safe to touch' : 'Board not yet safe to touch'}
      </b>
      <span className="ml-3">{safe ? words(true) : `still to come: ${words(false)}`}</span>
      {view.job.takeIn.chargePercent !== null && (
        <span className="text-soft"> · charge was {view.job.takeIn.chargePercent}&nbsp;%</span>
      )}
    </div>
  );
}
