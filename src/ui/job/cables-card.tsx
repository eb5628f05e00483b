import { isTrue } from '@/core/work';
import { Button } from '../button';
import { capital } from '../capital';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'> & { canTurn: boolean };

/** Which cables are in, in the order in which they go in; the one that brings power is the last. */
export function CablesCard({ view, act, busy, canTurn }: Props) {
  const { cables } = view.profile.firstPower;
  return (
    <Card title="Cables" hint={cables.length > 1 ? 'in this order' : undefined}>
      <ol className="flex flex-col gap-1.5">
        {cables.map(({ words, fact, why }, i) => {
          const isIn = isTrue(view.facts, fact);
          return (
            <li key={fact} className="flex flex-wrap items-center gap-3">
              {cables.length > 1 && <span className="figures w-4 text-soft">{i + 1}</span>}
              <span className="min-w-0 flex-1">
                <b>{capital(words)}</b> {isIn ? <span className="text-clear">in</span> : 'out'}
                {why && <span className="block text-[0.875rem] text-soft">{why}</span>}
              </span>
              <Button
                disabled={busy || !canTurn}
                onClick={() => void act({ kind: 'observe', fact, value: !isIn })}
              >
                {isIn ? `Unplug the ${words}` : `Plug the ${words} in`}
              </Button>
            </li>
          );
        })}
      </ol>
    </Card>
  );
}
