import { useState } from 'react';
import type { DiagnosisView } from '@/core/job-view';
import { showDuration } from '@/core/units';
import { Button } from '../button';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

const percent = (p: number) => (p > 0 && p < 0.01 ? 'under 1 %' : `${Math.round(100 * p)} %`);
const shownCauses = 5;

type Props = { diagnosis: DiagnosisView; act: StationProps['act']; busy: boolean };

const hints = {
  mend: 'one cause stands out',
  end: 'nothing more is worth its minutes',
  open: 'the next act is the one that leaves the fewest minutes',
} as const;

const repairs = (count: number) => (count === 1 ? '1 repair' : `${count} repairs`);

/** From how much the first guess comes. */
const firstGuessFrom = ({
  from: { here, elsewhere },
  looksFrom,
}: Pick<DiagnosisView, 'from' | 'looksFrom'>): string =>
  here + elsewhere === 0
    ? 'as the profile and the common list say: nothing was found behind a dead start here yet'
    : `from ${repairs(here)} of this device here and ${repairs(elsewhere)} of others${
        looksFrom === 0 ? '' : `; how often a look misleads from ${looksFrom} that were found out`
      }`;

/** Why it does not start: what to do next, what each cause is worth, which observation moved what; and where it ends. */
export function DiagnosisCard({ diagnosis, act, busy }: Props) {
  const { causes, none, reasons, verdict, ending } = diagnosis;
  const lines = [...causes.slice(0, shownCauses), { id: 'none', name: 'None of those known here', ...none }];
  return (
    <Card title="Why does it not start?" hint={hints[verdict.kind]}>
      {ending ? (
        <End ending={ending} none={none.probability} />
      ) : (
        <Next diagnosis={diagnosis} act={act} busy={busy} />
      )}
      <h3 className="mt-4 font-semibold">What it could be</h3>
      <ol>
        {lines.map(({ id, name, probability, before }) => (
          <li
            key={id}
            className={`grid grid-cols-[minmax(0,1fr)_130px_84px] items-center gap-x-3 py-1 ${id === 'none' ? 'border-t border-dashed' : ''}`}
          >
            <span>{name}</span>
            <span className="relative h-2.5 rounded-full bg-sunken" aria-hidden>
              <span
                className="absolute inset-y-0 left-0 rounded-full bg-info-fill"
                style={{ width: `${100 * probability}%` }}
              />
              <span
                className="absolute -top-1 h-[18px] w-[2px] bg-ink"
                style={{ left: `${100 * before}%` }}
              />
            </span>
            <span className="figures text-right text-[0.875rem]">{percent(probability)}</span>
          </li>
        ))}
      </ol>
      <p className="text-[0.8125rem] text-soft">
        The mark is what it was before anything was seen, {firstGuessFrom(diagnosis)}.
      </p>
      {reasons.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">What moved it</summary>
          <ul>
            {reasons.map(({ saw, cause, from, to }, i) => (
              <li key={i} className="border-t border-dashed border-line py-1.5 text-[0.875rem]">
                {saw} <span className="text-soft">{cause}:</span>{' '}
                <span className="figures">
                  {percent(from)} → {percent(to)}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </Card>
  );
}

/** It ends: what is left, what was ruled out, what to hand on to whoever looks at it next. */
function End({ ending, none }: { ending: NonNullable<DiagnosisView['ending']>; none: number }) {
  return (
    <div className="rounded-xl border-2 border-tight bg-tight-ground p-4">
      <p className="font-display text-[1.375rem] font-bold leading-tight">
        {none >= 0.5
          ? 'It is none of those known here. Hand it on.'
          : 'This cannot be told apart here. Hand it on.'}
      </p>
      {ending.left.length > 0 && (
        <p className="mt-1">
          <b>Still possible:</b> {ending.left.map((name) => name.toLowerCase()).join('; ')}.
        </p>
      )}
      {ending.ruledOut.length > 0 && (
        <p className="mt-1">
          <b>Ruled out:</b> {ending.ruledOut.map((name) => name.toLowerCase()).join('; ')}.
        </p>
      )}
      <p className="mt-2 font-semibold">What was seen, to go with the device</p>
      <ul className="list-disc pl-5 text-[0.875rem]">
        {ending.handOn.map((saw, i) => (
          <li key={i}>{saw}</li>
        ))}
      </ul>
    </div>
  );
}

type AtKeyProps = {
  looks: DiagnosisView['looks'];
  busy: boolean;
  say: (shows?: string) => void;
  starts?: () => void;
};

/** Something was mended, or may be: what does the device show by now? */
function AtKey({ looks, busy, say, starts }: AtKeyProps) {
  return (
    <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="What it shows now">
      <p className="basis-full font-semibold">Press the key: what does it show now?</p>
      {starts && (
        <Button disabled={busy} onClick={starts}>
          Now it starts
        </Button>
      )}
      {looks.map(({ id, words }) => (
        <Button key={id} disabled={busy} onClick={() => say(id)}>
          {words}
        </Button>
      ))}
      <Button disabled={busy} onClick={() => say()}>
        Nobody looked
      </Button>
    </div>
  );
}

function Next({ diagnosis: { next, causes, verdict, looks }, act, busy }: Props) {
  const [stillNot, setStillNot] = useState<string | null>(null);
  /** What a check showed that mended something by the way, until it is said what the device shows now. */
  const [saw, setSaw] = useState<{ check: string; outcome: string } | null>(null);
  if (!next) return null;
  const starts = () => void act({ kind: 'observe-start', outcome: 'started', shows: 'started' });
  if (next.kind === 'mend') {
    const cause = causes.find(({ id }) => id === next.id);
    const say = (shows?: string) =>
      void act({ kind: 'look-into', seen: { mended: next.id, ...(shows === undefined ? {} : { shows }) } });
    return (
      <div className="rounded-xl bg-sunken p-4">
        <p className="text-[0.875rem] text-soft">
          {verdict.kind === 'mend' ? 'Mend it' : 'Try it'} · about {showDuration(next.minutes * 60)}
        </p>
        <p className="font-display text-[1.375rem] font-bold leading-tight">{cause?.remedy ?? next.ask}</p>
        {stillNot === next.id ? (
          <AtKey looks={looks} busy={busy} say={say} />
        ) : (
          <div className="mt-3 flex flex-wrap gap-2">
            <Button disabled={busy} onClick={() => void act({ kind: 'finding', fault: next.id })}>
              Now it starts
            </Button>
            <Button disabled={busy} onClick={() => setStillNot(next.id)}>
              Still not
            </Button>
          </div>
        )}
      </div>
    );
  }
  return (
    <div className="rounded-xl bg-sunken p-4">
      <p className="text-[0.875rem] text-soft">
        Next check · about {showDuration(next.minutes * 60)}; likely {showDuration(next.expectedMinutes * 60)}{' '}
        to a running device
      </p>
      <p className="font-display text-[1.375rem] font-bold leading-tight">{next.ask}</p>
      {saw?.check === next.id ? (
        <>
          <p className="mt-2 flex flex-wrap items-center gap-2">
            Seen: {next.outcomes.find(({ id }) => id === saw.outcome)?.words}
            <Button kind="quiet" onClick={() => setSaw(null)}>
              Something else
            </Button>
          </p>
          <AtKey
            looks={looks}
            busy={busy}
            say={(shows) =>
              void act({ kind: 'look-into', seen: { ...saw, ...(shows === undefined ? {} : { shows }) } })
            }
            starts={starts}
          />
        </>
      ) : (
        <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="What was seen">
          {next.outcomes.map(({ id, words }) => (
            <Button
              key={id}
              disabled={busy}
              onClick={() => {
                const seen = { check: next.id, outcome: id };
                if (next.asksKey) setSaw(seen);
                else void act({ kind: 'look-into', seen });
              }}
            >
              {words}
            </Button>
          ))}
          {next.mends && (
            <Button disabled={busy} onClick={starts}>
              Now it starts
            </Button>
          )}
        </div>
      )}
    </div>
  );
}
