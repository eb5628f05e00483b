import { useState } from 'react';
import Link from 'next/link';
import { isDue, oldDriveLabel, wipedWords } from '@/core/old-drive';
import { Button } from '../button';
import { Field } from '../field';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';
import { WipeCard } from './wipe-card';

type Props = Pick<StationProps, 'view' | 'act' | 'busy' | 'askWiping'>;
type Acting = Pick<Props, 'act' | 'busy'>;

/** What becomes of the old drive that stayed here: until when, given back, or wiped; never before the owner's word or the term's end. */
export function OldDriveCard({ view, act, busy, askWiping }: Props) {
  const { job, frame } = view;
  const after = job.oldDriveAfter;
  const [way, setWay] = useState<'back' | 'wipe' | null>(null);
  if (!after) return null;
  const label = oldDriveLabel(job);
  const due = isDue(after, frame.now);
  if (after.end)
    return (
      <Card title={`Old drive ${label}`} hint={after.end.at.slice(0, 10)}>
        <p>
          {after.end.kind === 'given-back'
            ? `Given back to ${after.end.to} by ${after.end.by}.`
            : `${wipedWords(after.end)} By ${after.end.by}.`}
        </p>
      </Card>
    );
  return (
    <Card
      title={`Old drive ${label}`}
      hint={
        after.until
          ? due
            ? `its term ended on ${after.until}`
            : `kept until ${after.until}`
          : 'kept, no last day'
      }
    >
      {after.armed ? (
        <WipeCard view={view} act={act} busy={busy} askWiping={askWiping} />
      ) : (
        <>
          <p className={due ? 'font-semibold text-tight' : 'text-soft'}>
            {due
              ? 'The term that the owner signed is over: give it back or wipe it.'
              : 'It is the way back: nothing is written to it while it is kept.'}
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Link
              href={`/jobs/${job.id}/label`}
              className="inline-flex min-h-11 items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold hover:bg-sunken"
            >
              Its label
            </Link>
            <Button disabled={busy} aria-expanded={way === 'back'} onClick={() => setWay('back')}>
              Give it back
            </Button>
            <Button disabled={busy} aria-expanded={way === 'wipe'} onClick={() => setWay('wipe')}>
              Wipe it
            </Button>
          </div>
          {way === 'back' && <GiveBack act={act} busy={busy} />}
          {way === 'wipe' && <ArmWipe due={due} act={act} busy={busy} />}
        </>
      )}
    </Card>
  );
}

function GiveBack({ act, busy }: Acting) {
  const [to, setTo] = useState('');
  const isWhole = to.trim().length >= 2;
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (isWhole) void act({ kind: 'give-back-drive', to: to.trim() });
      }}
    >
      <Field
        label="To whom"
        className="min-w-60 flex-1"
        maxLength={120}
        value={to}
        onChange={({ target }) => setTo(target.value)}
      />
      <Button type="submit" disabled={busy || !isWhole}>
        Given back
      </Button>
    </form>
  );
}

function ArmWipe({ due, act, busy }: Acting & { due: boolean }) {
  const [typed, setTyped] = useState('');
  const [word, setWord] = useState('');
  const hasWord = word.trim().length >= 5;
  const isWhole = typed.trim() !== '' && (due || hasWord);
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const said = hasWord ? { word: word.trim() } : {};
        if (isWhole) void act({ kind: 'arm-wipe', label: typed.trim(), ...said });
      }}
    >
      <Field
        label="Label on the old drive"
        className="w-52"
        autoComplete="off"
        hint="read it on the drive itself"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
      />
      <Field
        label="What the owner said"
        className="min-w-60 flex-1"
        hint={due ? 'the term that was signed is over: it may be left out' : 'who, when and how'}
        maxLength={300}
        value={word}
        onChange={({ target }) => setWord(target.value)}
      />
      <Button type="submit" disabled={busy || !isWhole}>
        Arm it for wiping
      </Button>
    </form>
  );
}
