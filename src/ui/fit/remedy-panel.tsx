'use client';
import type { Build, Change, Remedy, RemedyShelf, Setting } from '@/core/fit';
import { padWords } from '@/core/stack';
import { showBytes, showMoney } from '@/core/units';
import { useWorkerAnswer } from '@/workers/use-worker-answer';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';

type Props = {
  setting: Setting;
  build: Build;
  verdict: string;
  shelf: RemedyShelf;
  currency: string;
  locale: string;
  onApply: (build: Build) => void;
};

function changeWords(change: Change, locale: string): string {
  switch (change.kind) {
    case 'pads':
      return change.pads.length === 0 ? 'no pad' : `pad ${padWords(change.pads)} mm`;
    case 'sink':
      return change.sink ? `heatsink ${change.sink.model}` : 'no heatsink';
    case 'adapter':
      return change.name ? `adapter ${change.name}` : 'no adapter';
    case 'case-change':
      return change.title.toLowerCase();
    case 'variant':
      return `${change.drive.model} ${showBytes(change.drive.labelGB * 1e9, { locale })} as ${change.drive.formFactor}`;
    case 'stand-off':
      return `stand-off to ${change.toMm} mm`;
  }
}

/** What would make it fit: the smallest changes over the shelf that turn the worst margin clear, by money, then minutes. */
export function RemedyPanel({ setting, build, verdict, shelf, currency, locale, onApply }: Props) {
  const { profile, ...rest } = setting;
  const key = verdict === 'clear' ? null : JSON.stringify([profile.id, rest, build]);
  const { answer } = useWorkerAnswer(key, (client) => client.remedies(setting, build, shelf));
  if (verdict === 'clear')
    return (
      <p className="text-[0.875rem] text-soft">
        Nothing has to change: every limit is kept with its whole tolerance.
      </p>
    );
  if (answer.status !== 'ready')
    return (
      <p className="text-[0.875rem] text-soft" role="status">
        {answer.status === 'stopped'
          ? answer.message
          : 'Holding every combination of the shelf against every check…'}
      </p>
    );
  const { remedies, tight } = answer.value;
  if (remedies.length === 0)
    return (
      <p className="text-[0.875rem]">
        <b>Nothing on the shelf makes it fit.</b> Take another drive, or measure what is not known.
      </p>
    );
  return (
    <div>
      {tight && (
        <p className="mb-2 text-[0.875rem] text-soft">
          Nothing makes it clear; these make it at least tight.
        </p>
      )}
      <ol className="grid gap-1.5">
        {remedies.slice(0, 6).map((remedy) => (
          <li
            key={remedy.changes.map((change) => changeWords(change, locale)).join()}
            className="flex flex-wrap items-center gap-3 border-b border-dashed pb-1.5"
          >
            <BowlSign verdict={remedy.answer.worst.verdict} use={remedy.answer.worst.use} size={26} />
            <b className="min-w-0 flex-1">
              {remedy.changes.map((change) => changeWords(change, locale)).join(' + ')}
            </b>
            <span className="figures text-[0.875rem]">{cost(remedy, currency, locale)}</span>
            <span className="figures text-[0.875rem] text-soft">{remedy.minutes} min</span>
            <Button onClick={() => onApply(remedy.build)}>Use it</Button>
          </li>
        ))}
      </ol>
    </div>
  );
}

const cost = ({ extraMinor }: Remedy, currency: string, locale: string) =>
  extraMinor === null
    ? 'other currency'
    : `${extraMinor < 0 ? '' : '+'}${showMoney({ minor: extraMinor, currency }, locale)}`;
