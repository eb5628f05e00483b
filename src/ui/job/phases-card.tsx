import { showDuration } from '@/core/units';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';
import { PhaseBar } from './phase-bar';

type Props = {
  view: StationProps['view'];
  /** Seconds since it was switched on; null while it is off. */ deviceS: number | null;
};

/** How long each silent phase usually lasts, and how long the one it is in has lasted: working is told from stuck. */
export function PhasesCard({ view, deviceS }: Props) {
  const { job, device, profile } = view;
  const { phases, network, format } = profile.firstPower;
  const own = job.route === 'network' ? network : job.route === 'format' ? format : [];
  const now = device?.phase ?? null;
  if (now && deviceS !== null) {
    const elapsedS = Math.max(0, deviceS - now.sinceS);
    const list = now.leaveAlone ? own : phases;
    const later = list.slice(list.findIndex(({ shows }) => shows === now.shows) + 1);
    const leftS = later.reduce((sum, { usualS }) => sum + usualS, Math.max(0, now.usualS - elapsedS));
    return (
      <Card title="This phase" hint="the thick mark is where to start worrying">
        <PhaseBar phase={now} elapsedS={elapsedS} />
        <p className="mt-2 text-soft">
          Usually <b className="figures text-ink">{showDuration(leftS)}</b> until it is through
          {later.length > 0 && `, then: ${later.map(({ shows }) => shows).join(', ')}`}.
        </p>
      </Card>
    );
  }
  // It came to something: what it usually takes no longer matters.
  if (device) return null;
  const isReal = job.power?.real === true && deviceS !== null;
  return (
    <Card
      title={isReal ? 'What it should show by now' : 'How long each phase usually lasts'}
      hint="the thick mark is where to start worrying"
    >
      <ol className="flex flex-col gap-3">
        {(own.length > 0 && !job.power?.real ? own : phases).map((phase, i, all) => {
          // Of a real device only the whole time is known: a phase begins where those before it usually end.
          const beginsS = all.slice(0, i).reduce((sum, { usualS }) => sum + usualS, 0);
          const isNow =
            isReal && deviceS >= beginsS && (i + 1 === all.length || deviceS < beginsS + phase.usualS);
          const isPast = isReal && deviceS >= beginsS && !isNow;
          return (
            <li key={phase.shows} className={isPast ? 'opacity-60' : undefined}>
              <PhaseBar phase={phase} elapsedS={isNow ? deviceS - beginsS : null} />
            </li>
          );
        })}
      </ol>
    </Card>
  );
}
