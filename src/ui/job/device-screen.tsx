import { outcomeWords } from '@/core/job';
import type { PressKey } from '@/core/simulator';
import { Button } from '../button';
import { capital } from '../capital';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'>;

const deviceKey =
  'min-h-11 w-full rounded-lg border border-lacquer-ink/40 px-4 py-2 text-left hover:bg-lacquer-raised disabled:opacity-60';

/** What the device shows now, as a person stands before it; its menu and its prompts are pressed on it. */
export function DeviceScreen({ view, act, busy }: Props) {
  const { job, device } = view;
  const press = (key: PressKey) => void act({ kind: 'press', key });
  const kept = job.lastStart;
  const shows = device?.shows ?? kept?.shows ?? (job.outcome && capital(outcomeWords[job.outcome]));
  const hint = device ? device.hint : kept?.hint;
  return (
    <section
      aria-live="polite"
      aria-label="What the device shows"
      className="grid min-h-44 place-items-center rounded-2xl border-[6px] border-lacquer-raised bg-lacquer p-6 text-center text-lacquer-ink"
    >
      {shows ? (
        <div className="w-full max-w-[60ch]">
          {!job.power && job.outcome !== 'started' && <p className="text-[0.9375rem]">Last seen, now off</p>}
          {/* What it says stands in its own letters; a silent phase is only told. */}
          <p className={device?.phase ? 'text-[1.375rem] italic' : 'font-display text-[1.75rem] font-bold'}>
            {shows}
          </p>
          {hint && <p className="mt-2 text-[1.0625rem]">{hint}</p>}
          {device?.menu && (
            <ul className="mt-4 flex flex-col gap-2">
              {device.menu.map(({ id, words, note }) => (
                <li key={id}>
                  <button type="button" className={deviceKey} disabled={busy} onClick={() => press(id)}>
                    <b>{words}</b> <span className="ml-2">{note}</span>
                  </button>
                </li>
              ))}
              {device.menu.length === 0 && <li>Nothing to start from</li>}
            </ul>
          )}
          {device?.prompt && (
            <p className="mt-4 grid grid-cols-2 gap-3">
              <button type="button" className={deviceKey} disabled={busy} onClick={() => press('accept')}>
                Yes
              </button>
              <button type="button" className={deviceKey} disabled={busy} onClick={() => press('refuse')}>
                No
              </button>
            </p>
          )}
          {job.outcome === 'started' && <p className="mt-2">It runs. Go on to Prove.</p>}
        </div>
      ) : job.power ? (
        <p className="text-[1.0625rem]">It is on: look at the real one.</p>
      ) : (
        <p className="text-[1.0625rem]">The device is off.</p>
      )}
    </section>
  );
}

const answerWords = { accept: 'Accept it', refuse: 'Refuse it', 'leave-alone': 'Leave it alone' } as const;

/** What the hands do about what the device shows: answer so, or touch nothing. */
export function DeviceAdvice({ view, act, busy }: Props) {
  const { device } = view;
  if (device?.prompt) {
    const { answer, why } = device.prompt;
    return (
      <p role="status" className="rounded-xl border-2 border-info bg-info-ground px-4 py-2.5">
        <b className="text-info">{answerWords[answer]}.</b> {why}
      </p>
    );
  }
  if (!device?.phase?.leaveAlone) return null;
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-3 rounded-xl border-2 border-tight bg-tight-ground px-4 py-2.5"
    >
      <p className="min-w-0 flex-1">
        <b className="text-tight">Leave it alone.</b> It writes its drive; a key pressed now spoils it, and it
        begins anew.
      </p>
      <Button disabled={busy} onClick={() => void act({ kind: 'press', key: 'touch' })}>
        Press a key all the same
      </Button>
    </div>
  );
}
