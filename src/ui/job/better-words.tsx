import { useState } from 'react';
import type { Fault, Result } from '@/core/result';
import { Button } from '../button';

const most = 400;

type Props = {
  /** The step as this job shows it. */
  step: { title: string; how: string };
  device: string;
  /** Whether words stand here that are not kept. */
  onTyped: (isTyped: boolean) => void;
  onKeep: (how: string) => Promise<Result<{ version: number }>>;
};

/** How a step is done, said better by whoever did it just now: for the next device of the kind, this job keeps what it began with. */
export function BetterWords({ step, device, onTyped, onKeep }: Props) {
  const [how, setHow] = useState(step.how);
  const [fault, setFault] = useState<Fault | null>(null);
  const [keptAs, setKeptAs] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const typed = how.trim();
  const keep = async () => {
    setBusy(true);
    const kept = await onKeep(typed);
    setBusy(false);
    setFault(kept.ok ? null : kept.fault);
    if (!kept.ok) return;
    setKeptAs(kept.value.version);
    onTyped(false);
  };
  return (
    <details className="mt-4 border-t pt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        Say this step better <span className="font-normal text-soft">for the next {device}</span>
      </summary>
      <label>
        <span className="mb-1 block">{step.title}</span>
        <textarea
          aria-label="How it is done"
          dir="auto"
          rows={4}
          className="w-full rounded-xl border border-line-strong bg-ground p-3"
          value={how}
          onChange={(event) => {
            setHow(event.target.value);
            setKeptAs(null);
            onTyped(event.target.value.trim() !== step.how);
          }}
        />
      </label>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Button
          disabled={busy || typed === '' || typed === step.how || typed.length > most || keptAs !== null}
          onClick={() => void keep()}
        >
          Keep these words
        </Button>
        {typed.length > most && (
          <p role="alert" className="font-semibold text-over">
            {typed.length} characters: at most {most}. Shorten it.
          </p>
        )}
        {fault && (
          <p role="alert" className="font-semibold text-over">
            {fault.sentence} <span className="font-normal">{fault.remedy}</span>
          </p>
        )}
        {keptAs !== null && (
          <p role="status" className="font-semibold text-clear">
            Kept as version {keptAs} of the {device}. This job goes on with the words that it began with.
          </p>
        )}
      </div>
    </details>
  );
}
