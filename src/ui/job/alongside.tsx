import { Button } from '../button';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'>;

/** What somebody else, or the hands while they wait, can do at the same time; any of them may be done first. */
export function Alongside({ view, act, busy }: Props) {
  const acts = view.steps.filter(({ id }) => view.alongsideIds.includes(id));
  if (acts.length === 0) return null;
  return (
    <Card title="At the same time" hint="by someone else, or while this one waits">
      <ul className="flex flex-col gap-2">
        {acts.map(({ id, title, how }) => (
          <li key={id} className="flex items-center gap-3">
            <span className="min-w-0 flex-1">
              <b>{title}</b> <span className="text-soft">{how}</span>
            </span>
            <Button
              aria-label={`Done: ${title}`}
              disabled={busy}
              onClick={() => void act({ kind: 'step', stepId: id })}
            >
              Done
            </Button>
          </li>
        ))}
      </ul>
    </Card>
  );
}
