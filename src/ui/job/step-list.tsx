import { Check } from 'lucide-react';
import type { StationProps } from './station-props';

/** The steps of a station, with what is done and where the hands are. */
export function StepList({
  steps,
  hereId,
  boards,
}: {
  steps: StationProps['view']['steps'];
  hereId: string | null;
  /** Names of the boards that it may still be; from where they differ on, nobody knows the steps yet. */
  boards: string[];
}) {
  const forkAt = boards.length > 0 ? steps.findIndex(({ afterFork }) => afterFork) : -1;
  const told = forkAt < 0 ? steps : steps.slice(0, forkAt);
  return (
    <ol>
      {told.map((a, i) => (
        <li
          key={a.id}
          aria-current={a.id === hereId ? 'step' : undefined}
          className={`flex gap-3 py-1.5 ${a.id === hereId ? 'font-bold' : a.done ? 'text-soft' : ''}`}
        >
          <span className="figures w-5 shrink-0 text-right text-soft">{i + 1}</span>
          <span className="flex-1">{a.title}</span>
          {a.done && (
            <span className="flex items-center gap-1 text-clear">
              <Check className="size-4" aria-hidden /> done
            </span>
          )}
        </li>
      ))}
      {forkAt >= 0 && (
        <li className="mt-1 border-t border-dashed py-1.5 text-[0.875rem] text-soft">
          From here the board decides: {boards.join(' or ')}. It is asked for there, by its marks.
        </li>
      )}
    </ol>
  );
}
