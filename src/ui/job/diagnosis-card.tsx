import type { DiagnosisView } from '@/core/job-view';
import { checkIds, deviceFaultIds } from '@/core/simulator';
import { showDuration } from '@/core/units';
import { Button } from '../button';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

const percent = (p: number) => (p > 0 && p < 0.01 ? 'under 1 %' : `${Math.round(100 * p)} %`);
const shownCauses = 5;

type Props = { diagnosis: DiagnosisView; act: StationProps['act']; busy: boolean };

/** Why it does not start: the next check with what can be seen, what each cause is worth, and which observation moved what. */
export function DiagnosisCard({ diagnosis, act, busy }: Props) {
  const { causes, reasons, verdict } = diagnosis;
  const apart = causes.filter(({ id }) => verdict.ids.includes(id));
  return (
    <Card
      title="Why does it not start?"
      hint={
        verdict.kind === 'mend'
          ? 'one cause stands out'
          : verdict.kind === 'apart'
            ? 'no check tells these apart'
            : 'the next check is the one worth most for its minutes'
      }
    >
      {verdict.kind === 'apart' && (
        <p className="mb-2 font-semibold text-tight">
          Not told apart: {apart.map(({ name }) => name.toLowerCase()).join('; ')}. Begin with the first.
        </p>
      )}
      <Next diagnosis={diagnosis} act={act} busy={busy} />
      <h3 className="mt-4 font-semibold">What it could be</h3>
      <ol>
        {causes.slice(0, shownCauses).map(({ id, name, probability, before }) => (
          <li key={id} className="grid grid-cols-[minmax(0,1fr)_130px_84px] items-center gap-x-3 py-1">
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
            <span className="figures text-right text-[14px]">{percent(probability)}</span>
          </li>
        ))}
      </ol>
      <p className="text-[13px] text-soft">The mark is what it was before anything was seen.</p>
      {reasons.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">What moved it</summary>
          <ul>
            {reasons.map(({ saw, cause, from, to }, i) => (
              <li key={i} className="border-t border-dashed border-line py-1.5 text-[14px]">
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

function Next({ diagnosis: { next, causes, verdict }, act, busy }: Props) {
  // One cause that stands out is mended, whatever else could still be looked at.
  const top = causes[0]!;
  if (verdict.kind !== 'open' || next?.kind === 'mend') {
    const id = verdict.kind === 'open' ? next!.id : (verdict.ids[0] ?? top.id);
    const cause = causes.find((one) => one.id === id) ?? top;
    return (
      <div className="rounded-xl bg-sunken p-4">
        <p className="text-[14px] text-soft">
          {verdict.kind === 'mend' ? 'Mend it' : 'Try it'}
          {next?.kind === 'mend' && ` · about ${showDuration(next.minutes * 60)}`}
        </p>
        <p className="font-display text-[22px] font-bold leading-tight">{cause.remedy}</p>
        <div className="mt-3 flex flex-wrap gap-2">
          <Button disabled={busy} onClick={() => void act({ kind: 'finding', fault: cause.id })}>
            Now it starts
          </Button>
          <Button
            disabled={busy}
            onClick={() =>
              void act({
                kind: 'look-into',
                seen: { mended: deviceFaultIds.find((one) => one === cause.id)! },
              })
            }
          >
            Still not
          </Button>
        </div>
      </div>
    );
  }
  if (!next) return null;
  const check = checkIds.find((one) => one === next.id)!;
  return (
    <div className="rounded-xl bg-sunken p-4">
      <p className="text-[14px] text-soft">
        Next check · about {showDuration(next.minutes * 60)}, worth {next.gainBits.toFixed(1)} bits; likely{' '}
        {showDuration(next.expectedMinutes * 60)} to a running device
      </p>
      <p className="font-display text-[22px] font-bold leading-tight">{next.ask}</p>
      <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="What was seen">
        {next.outcomes.map(({ id, words }) => (
          <Button
            key={id}
            disabled={busy}
            onClick={() => void act({ kind: 'look-into', seen: { check, outcome: id } })}
          >
            {words}
          </Button>
        ))}
      </div>
    </div>
  );
}
