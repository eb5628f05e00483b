'use client';
import { useMemo, useState } from 'react';
import { type DeviceProfile, placeOf } from '@/core/device';
import { type Build, moduleLengthMm, settingOf } from '@/core/fit';
import { usualWorkload } from '@/core/heat';
import { questionFor } from '@/core/ask';
import { monthsBefore } from '@/core/margin';
import { showBytes } from '@/core/units';
import { isAirDry } from '@/core/workshop';
import { Button } from '../button';
import { showDate } from '../clock';
import { CandidateTable } from '../fit/candidate-table';
import { finalIdsOf } from '../fit/final-change';
import { storagePanels } from '../fit/storage-panel';
import { FitBench } from '../fit/fit-bench-loaded';
import { CandidateSearch, type RankWish, useRanked } from '../job/candidate-search';
import { AnswerPaper } from './answer-paper';
import { MainAction } from '../main-action';
import { Card, StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { usePrinting } from '../use-printing';

import type { AskAnswerProps } from './asked-view';

/** The answer about a device: with a drive its fit, without one what fits it. */
export function Answer({
  view,
  profile,
  parts,
  settings,
  now,
  rank,
  onTakeIn,
  onAsk,
}: AskAnswerProps & { profile: DeviceProfile }) {
  const { currency, locale } = settings;
  const options = { locale, habit: 'decimal' as const, currency };
  const [wish, setWish] = useState<RankWish>({ text: '', shelfFirst: false });
  const [tab, setTab] = useState('candidates');
  const { placeId, revisionId, systemVersion } = view;
  const askedGB = view.question.labelGB;
  const ranked = useRanked(rank, {
    profileId: profile.id,
    placeId,
    revisionId,
    systemVersion,
    wantedGB: 0,
    onlyGB: askedGB,
    ...wish,
    version: 0,
  });
  const lines = useMemo(() => (ranked.status === 'ready' ? ranked.view.lines : []), [ranked]);
  const [other, setOther] = useState<{ text: string; build: Build } | null>(null);
  // What was picked in the list counts until something else is asked.
  const picked = other?.text === view.text ? other.build : null;
  const isNearest = ranked.status === 'ready' && ranked.view.isNearest === true;
  // Nothing is answered about a drive that was not asked for: what was named and is not known, or a size that nothing here has.
  const asksOther = view.notUnderstood.length > 0 || view.nearest.length > 0 || isNearest;
  const build = picked ?? view.build ?? (asksOther ? null : (lines[0]?.build ?? null));
  const setting = useMemo(() => {
    return settingOf(profile, {
      placeId,
      revisionId,
      systemVersion,
      workload: usualWorkload(placeOf(profile, placeId)),
    });
  }, [profile, placeId, revisionId, systemVersion]);
  const printing = usePrinting();
  const finalIds = useMemo(() => finalIdsOf(profile), [profile]);
  const table = (selected: string | null) => (
    <>
      <CandidateSearch wish={wish} onWish={setWish} ranked={ranked} />
      <CandidateTable
        lines={lines}
        selected={selected}
        onSelect={({ drive }) => onAsk(questionFor(profile, drive))}
        locale={locale}
        habit={profile.showsCapacity}
        currency={currency}
        finalIds={finalIds}
      />
    </>
  );
  useKeys({ j: () => onTakeIn(build) }, settings.singleKeys);
  const knowsNothing = ranked.status === 'ready' && ranked.view.lines.length === 0 && wish.text === '';
  if (!build && (asksOther || knowsNothing))
    return (
      <StationFrame
        actions={<Button onClick={() => onTakeIn(null)}>Take it in, without a drive</Button>}
        say="Nothing is said about a drive that was not asked for."
      >
        <Card
          title={
            isNearest && askedGB && !knowsNothing
              ? `None of ${showBytes(askedGB * 1e9, options)} fits`
              : 'Not answered'
          }
        >
          <ul className="list-disc pl-5">
            {isNearest && !knowsNothing && (
              <li>No drive of this size that is known here goes into this device.</li>
            )}
            {knowsNothing && (
              <li>
                No drive is known here yet. Type what the label says, such as 2230-S3-M 1 TB NVMe, or add
                drives at Parts.
              </li>
            )}
            {view.notUnderstood.map(({ words, why }) => (
              <li key={words}>
                <b>“{words}”</b>: {why}
              </li>
            ))}
            {view.nearest.length > 0 && (
              <li>
                Of that name there is none of the figures asked. There are{' '}
                {view.nearest.map((drive, i) => (
                  <span key={drive.id}>
                    {i > 0 && ', '}
                    <button
                      type="button"
                      className="min-h-6 font-semibold underline underline-offset-4"
                      onClick={() => onAsk(questionFor(profile, drive))}
                    >
                      {drive.model} {showBytes(drive.labelGB * 1e9, options)}, {drive.formFactor}
                    </button>
                  </span>
                ))}
                .
              </li>
            )}
          </ul>
        </Card>
        {!knowsNothing && (
          <Card
            title={
              isNearest
                ? 'The nearest sizes that fit'
                : askedGB
                  ? `What of ${showBytes(askedGB * 1e9, options)} is known for it`
                  : 'What is known for it'
            }
            hint="choose one to ask about it"
          >
            {table(null)}
          </Card>
        )}
      </StationFrame>
    );
  if (!build)
    return (
      <StationFrame actions={<Button disabled>Take it in</Button>}>
        <Card title="Looking for drives that fit">
          <p role="status">
            {ranked.status === 'failed'
              ? `${ranked.fault.sentence} ${ranked.fault.remedy}`
              : 'The catalogue is held against this device…'}
          </p>
        </Card>
      </StationFrame>
    );
  return (
    <FitBench
      setting={setting}
      build={build}
      onBuild={(next) => setOther({ text: view.text, build: next })}
      parts={parts}
      lines={lines}
      trends={ranked.status === 'ready' ? ranked.view.trends : undefined}
      options={options}
      currency={currency}
      shelfOnly={wish.shelfFirst}
      tab={tab}
      onTab={setTab}
      kit={{
        screwMm: moduleLengthMm(profile.deliveredDrives[0]?.formFactor),
        answers: {},
        route: null,
        oldProtocol: null,
        airIsDry: isAirDry(settings.benchAir, new Date(now).getUTCMonth() + 1),
      }}
      oldBefore={monthsBefore(now, settings.sourcesOldAfterMonths)}
      oldFormFactor={profile.deliveredDrives[0]?.formFactor ?? null}
      panels={[
        {
          id: 'candidates',
          title: view.build
            ? 'What else fits'
            : askedGB
              ? `What of ${showBytes(askedGB * 1e9, options)} fits`
              : 'What fits',
          content: table(build.drive.id),
        },
        ...storagePanels({
          profile,
          placeId: placeOf(profile, setting.placeId).id,
          labelGB: build.drive.labelGB,
          options,
        }),
      ]}
    >
      {({ main, aside, answer }) => {
        const against = answer.margins.filter(({ verdict }) => verdict === 'over').length;
        const missing = answer.margins.filter(({ verdict }) => verdict === 'unknown').length;
        return (
          <StationFrame
            aside={aside}
            actions={
              <>
                <MainAction words="Take it in" go={() => onTakeIn(build)} busy={false} />
                <Button keyName="P" onClick={() => window.print()}>
                  Print
                </Button>
                <CopyAddress letters={settings.singleKeys} />
              </>
            }
            say={
              against > 0
                ? `${against} ${against === 1 ? 'limit speaks' : 'limits speak'} against it.`
                : missing > 0
                  ? `Nothing known speaks against it; ${missing} ${missing === 1 ? 'number is' : 'numbers are'} missing.`
                  : answer.worst.verdict === 'tight'
                    ? 'Nothing speaks against it; what is tight may go either way.'
                    : 'Every limit is kept, as far as the profile and the data sheet say.'
            }
          >
            <div className="contents print:hidden">{main}</div>
            {printing && (
              <AnswerPaper
                text={view.text}
                profile={profile}
                build={build}
                answer={answer}
                lines={lines}
                askedGB={askedGB}
                day={showDate(now, { locale, timeZone: settings.timeZone })}
                workshop={settings.workshop}
                currency={currency}
                options={options}
              />
            )}
          </StationFrame>
        );
      }}
    </FitBench>
  );
}

/** The address of this question; where the browser keeps the clipboard shut it is shown to be copied by hand. */
function CopyAddress({ letters }: { letters: boolean }) {
  const [said, setSaid] = useState<string | null>(null);
  useKeys({ p: () => window.print() }, letters);
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(window.location.href);
      setSaid('Copied.');
    } catch {
      setSaid(window.location.href);
    }
  };
  return (
    <>
      <Button onClick={() => void copy()}>Copy its address</Button>
      {said && (
        <span role="status" className="figures max-w-[40ch] truncate text-[0.8125rem] select-all">
          {said}
        </span>
      )}
    </>
  );
}
