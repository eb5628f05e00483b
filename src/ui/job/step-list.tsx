import { Check } from 'lucide-react';
import type { StationProps } from './station-props';

/** The steps of a station, with what is done and where the hands are. */
export function StepList({ steps, hereId }: { steps: StationProps['view']['steps']; hereId: string | null }) {
  return (
    <ol>
      {steps.map((a, i) => (
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
    </ol>
  );
}
