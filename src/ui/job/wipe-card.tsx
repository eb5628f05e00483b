import { useEffect, useState } from 'react';
import { tellLines } from '@/core/copy';
import type { JobView } from '@/core/job-view';
import { type Wiped, methodsFor, readBackBlocks } from '@/core/old-drive';
import { showBytes } from '@/core/units';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { LineBlocks } from '../line-blocks';
import type { StationProps } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy' | 'askWiping'>;
type Wiping = JobView['wiping'];

/** What is told of the run while it goes, asked for once a second. */
function useWiping(view: JobView, askWiping: Props['askWiping']): Wiping {
  const [told, setTold] = useState<{ of: number; wiping: Wiping } | null>(null);
  const { version } = view;
  useEffect(() => {
    const timer = setInterval(() => {
      void askWiping().then((answer) => {
        if (answer.ok) setTold({ of: version, wiping: answer.value });
      });
    }, 1000);
    return () => clearInterval(timer);
  }, [askWiping, version]);
  return told?.of === version ? told.wiping : view.wiping;
}

/** An old drive that is armed: overwritten on the dock, or by lines of the system elsewhere, which is noted. */
export function WipeCard({ view, act, busy, askWiping }: Props) {
  const { job, frame } = view;
  const wiping = useWiping(view, askWiping);
  const percent = wiping ? Math.floor(wiping.share * 100) : 0;
  const bytes = job.dock ? job.dock.old.sectors * job.dock.old.sectorBytes : null;
  return (
    <>
      <p>Armed: {job.oldDriveAfter?.armed?.why}. Nothing on it can be had back once it is overwritten.</p>
      {job.dock && (
        <div className="mt-2">
          {wiping?.runs ? (
            <p role="status" className="font-semibold">
              {wiping.phase === 'writing' ? 'Overwriting' : 'Reading back'}, {percent} %
              {bytes !== null && ` of ${showBytes(bytes, { locale: frame.settings.locale })}`}.
            </p>
          ) : (
            <Button disabled={busy} onClick={() => void act({ kind: 'wipe' })}>
              {wiping
                ? `Go on overwriting it, ${percent} % done`
                : `Overwrite ${job.dock.old.file ? 'its image file' : 'it'} on the Dock, and read it back${job.takeIn.practice ? ' (simulated drive)' : ''}`}
            </Button>
          )}
        </div>
      )}
      <details className="mt-3">
        <summary className="min-h-11 cursor-pointer py-2 font-semibold">
          A real drive: by lines of the system, done elsewhere
        </summary>
        <p className="text-[0.875rem] text-soft">
          Ways for the kind that this device is delivered with: hold the drive’s own label against it.
        </p>
        <Elsewhere view={view} act={act} busy={busy} />
      </details>
    </>
  );
}

function Elsewhere({ view, act, busy }: Omit<Props, 'askWiping'>) {
  const { job, profile } = view;
  const [method, setMethod] = useState<Wiped['method'] | null>(null);
  const [readBack, setReadBack] = useState<Wiped['readBack'] | null>(null);
  const [words, setWords] = useState('');
  const oldKind = job.takeIn.more?.oldKind ?? null;
  const methods = methodsFor({
    protocol: profile.deliveredDrives[0]?.protocol ?? null,
    rotating: oldKind === null ? null : oldKind === 'rotating',
  });
  const isWhole = method !== null && readBack !== null && words.trim().length >= 3;
  return (
    <div className="mt-2 flex flex-col gap-4">
      <LineBlocks
        blocks={[
          tellLines('old'),
          ...methods.map(({ title, does, leaves, lines }) => ({ title, does, lines, expects: leaves })),
          ...readBackBlocks(),
        ]}
      />
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (isWhole) void act({ kind: 'wiped-elsewhere', method, readBack, words: words.trim() });
        }}
      >
        <Choice
          legend="How was it wiped?"
          value={method}
          onChange={setMethod}
          options={methods.map(({ id, title }) => ({ value: id, label: title }))}
        />
        <Choice
          legend="What was read back?"
          value={readBack}
          onChange={setReadBack}
          options={[
            { value: 'all', label: 'All of it: zeros' },
            { value: 'sampled', label: 'Places by chance: zeros' },
            { value: 'none', label: 'Nothing' },
          ]}
        />
        <Field
          label="By whom, on what, what was printed"
          maxLength={300}
          value={words}
          onChange={({ target }) => setWords(target.value)}
        />
        <div>
          <Button type="submit" disabled={busy || !isWhole}>
            Note it as wiped elsewhere
          </Button>
        </div>
      </form>
    </div>
  );
}
