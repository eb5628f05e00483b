'use client';
import { useMemo, useRef, useState } from 'react';
import { type Candidate, fit, rankDrives } from '@/core/fit';
import { oldDriveOf } from '@/core/job';
import { worstMargin } from '@/core/margin';
import { type Pad, parseSizeCode } from '@/core/part';
import { showBytes, showEstimate, showLimit, showMoney, showRate } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';
import { Choice } from '../choice';
import { Cut } from '../cut';
import { MainAction } from '../main-action';
import { MarginList } from '../margin-list';
import { Card, StationFrame } from '../station-frame';
import { verdictText, verdictWord } from '../verdict-words';
import { CandidateTable } from './candidate-table';
import { MeasureForm } from './measure-form';
import { type StationProps, showOptions } from './station-props';

const padName = (pad: Pad) => `${pad.model} ${pad.freeThicknessMm.value.toFixed(1)}`;

/** Will it fit, and by how much? The cut, what is left over, the candidates. */
export function FitStation({ view, parts, act, busy, goOn }: StationProps) {
  const { job, profile } = view;
  const { drives, pads } = parts;
  const options = showOptions(view);
  const { currency } = view.frame.settings;
  const [active, setActive] = useState('');
  const measureField = useRef<HTMLInputElement>(null);
  const old = useMemo(() => oldDriveOf(job), [job]);
  const ranked = useMemo(
    () =>
      wanted(
        rankDrives({ profile, measures: job.measures, old }, drives, pads, currency),
        job.takeIn.wantedGB,
      ),
    [profile, job, old, drives, pads, currency],
  );
  const [driveId, setDriveId] = useState<string | null>(job.choice?.driveId ?? ranked[0]?.drive.id ?? null);
  const [padId, setPadId] = useState<string | null | undefined>(job.choice ? job.choice.padId : undefined);
  const candidate = ranked.find(({ drive }) => drive.id === driveId) ?? ranked[0];
  const pad = padId === undefined ? (candidate?.pad ?? null) : (pads.find(({ id }) => id === padId) ?? null);
  const answer = useMemo(
    () => candidate && fit({ profile, measures: job.measures, drive: candidate.drive, pad, old }),
    [candidate, profile, job, pad, old],
  );
  const pick = (id: string) => {
    setDriveId(id);
    setPadId(undefined);
  };
  const choose = () =>
    candidate && void act({ kind: 'choose', driveId: candidate.drive.id, padId: pad?.id ?? null });
  if (!candidate || !answer) {
    return (
      <StationFrame actions={<Button disabled>Choose</Button>}>
        <Card title="No drives in the catalogue">Bring parts in at Workshop first.</Card>
      </StationFrame>
    );
  }
  const { drive } = candidate;
  const size = parseSizeCode(drive.formFactor);
  const worst = worstMargin(answer.margins)!;
  const sink = profile.slot.sink.kind === 'fixed' ? profile.slot.sink : null;
  // What a measure on this device would settle is the next act; choosing would only be refused.
  const measureFirst = worst.verdict === 'unknown' && !answer.stack.cover.known;
  const locked = job.dock !== null;
  const chosen = job.choice?.driveId === drive.id && (job.choice.padId ?? null) === (pad?.id ?? null);
  const done = (chosen || locked) && goOn;
  const capacity = showBytes(drive.labelGB * 1e9, { locale: options.locale });
  const chooseWords = `Choose ${drive.model} ${capacity}${pad ? `, pad ${pad.freeThicknessMm.value.toFixed(1)} mm` : ''}`;
  return (
    <StationFrame
      aside={
        <>
          <h2 className="mb-1 text-[17px]">What is left over</h2>
          <MarginList margins={answer.margins} options={options} active={active} onPick={setActive} />
        </>
      }
      actions={
        done ? (
          <MainAction words={done.words} go={done.go} busy={busy} />
        ) : (
          <MainAction
            words={measureFirst ? 'Measure it first' : chooseWords}
            go={locked || chosen ? null : measureFirst ? () => measureField.current?.focus() : choose}
            busy={busy}
          />
        )
      }
      say={
        locked
          ? 'The drives lie on the dock: the choice stands until they are taken out at Carry over.'
          : `Tightest: ${worst.what.toLowerCase()}, ${verdictWord[worst.verdict]}.`
      }
    >
      <section className="flex items-center gap-3" aria-live="polite">
        <BowlSign verdict={worst.verdict} use={worst.use} size={46} />
        <p className="font-display text-[21px] font-bold leading-tight">
          <span className={verdictText[worst.verdict]}>{headline[worst.verdict]}</span> {worst.what}:{' '}
          {worst.missing[0] ? (
            <>{worst.missing[0].what}</>
          ) : (
            <>
              {showEstimate(worst.value, worst.unit, options)}
              <span className="font-sans text-[15px] font-normal text-soft">
                {' '}
                of {showLimit(worst.limit, worst.unit, options)}
              </span>
            </>
          )}
        </p>
      </section>
      <Card
        tools={
          sink ? (
            <Choice
              legend="Pad on the shelf, mm"
              hideLegend
              value={pad?.id ?? ''}
              onChange={(id) => setPadId(id)}
              options={pads.map((p) => ({ value: p.id, label: padName(p) }))}
            />
          ) : undefined
        }
      >
        <Cut
          stack={answer.stack}
          moduleLengthMm={size.ok ? size.value.lengthMm : 80}
          bottomMm={size.ok && size.value.bottom.known ? size.value.bottom.value : 0}
          standOffsMm={profile.slot.standOffsMm}
          padFreeMm={pad?.freeThicknessMm.value ?? null}
          driveName={`${drive.maker} ${drive.model}, ${drive.formFactor}`}
          padName={pad ? padLabel(pad, answer.margins) : null}
          sinkName={sink?.name ?? null}
          active={active}
          locale={options.locale}
        />
        <MeasureForm
          profile={profile}
          measures={job.measures}
          locale={options.locale}
          now={view.frame.now}
          busy={busy}
          fieldRef={measureField}
          onMeasure={(measures) => act({ kind: 'measure', measures })}
        />
      </Card>
      <CandidateTable
        ranked={ranked}
        selected={drive.id}
        onSelect={pick}
        locale={options.locale}
        habit={profile.showsCapacity}
        currency={currency}
      />
      <p className="text-[14px] text-soft">
        Reads {showRate(drive.readBytesPerS, options.locale)} by its data sheet; narrowest: {answer.narrowest}
        . {showMoney(drive.price, options.locale)}
        {pad ? ` and pad ${showMoney(pad.price, options.locale)}` : ''}.
      </p>
    </StationFrame>
  );
}

const headline = {
  clear: 'It fits.',
  tight: 'It may fit.',
  over: 'It does not fit.',
  unknown: 'Not known yet.',
} as const;

/** Candidates of the wanted size come first within their verdict; the ranking itself stays. */
function wanted(ranked: Candidate[], wantedGB: number): Candidate[] {
  const far = ({ drive }: Candidate) => (drive.labelGB === wantedGB ? 0 : 1);
  const order = ['clear', 'tight', 'unknown', 'over'];
  const place = (c: Candidate) => order.indexOf(c.answer.worst.verdict);
  return [...ranked].sort((a, b) => place(a) - place(b) || far(a) - far(b));
}

function padLabel(pad: Pad, margins: { id: string; value: Parameters<typeof showEstimate>[0] }[]): string {
  const squeeze = margins.find(({ id }) => id === 'squeeze')?.value;
  const percent = squeeze?.known && 'value' in squeeze ? `, squeezed ${squeeze.value.toFixed(0)} %` : '';
  return `pad ${pad.freeThicknessMm.value.toFixed(1)} mm${percent}`;
}
