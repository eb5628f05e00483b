'use client';
import { useMemo, useState } from 'react';
import { placeOf } from '@/core/device';
import { type Build, idsOf, insideWords, onlyInside } from '@/core/fit';
import { needsReason, notAgreed, placeIdOf, settingOfJob } from '@/core/job';
import { monthsBefore } from '@/core/margin';
import { showBytes } from '@/core/units';
import { padWords } from '@/core/stack';
import { Button } from '../button';
import { capital } from '../capital';
import { Choice } from '../choice';
import { CandidateTable } from '../fit/candidate-table';
import { finalIdsOf } from '../fit/final-change';
import { FitBench } from '../fit/fit-bench-loaded';
import { ImpressionForm } from '../fit/impression-form';
import { LibraryPanel } from '../fit/library-panel';
import { storagePanels } from '../fit/storage-panel';
import { MainAction } from '../main-action';
import { Card, StationFrame } from '../station-frame';
import { verdictWord } from '../verdict-words';
import { CandidateSearch, type RankWish, useRanked } from './candidate-search';
import { DeviceForm } from './device-form';
import { kitAsked } from './kit-asked';
import { type StationProps, showOptions } from './station-props';
import { WorkQuestions } from './work-questions';

/** Will it fit, run and stay cool, and by how much? The cut, what is left over, heat and speed, the candidates. */
export function FitStation({ view, parts, act, busy, goOn, rank, askedDriveId }: StationProps) {
  const { job, profile } = view;
  const options = showOptions(view);
  const { locale } = options;
  const { currency } = view.frame.settings;
  const [placeId, setPlaceId] = useState<string | null>(placeIdOf(job));
  const [wish, setWish] = useState<RankWish>({ text: '', shelfFirst: false });
  const ranked = useRanked(rank, {
    jobId: job.id,
    placeId,
    wantedGB: job.takeIn.wantedGB,
    ...wish,
    version: view.version,
  });
  const lines = useMemo(() => (ranked.status === 'ready' ? ranked.view.lines : []), [ranked]);
  const [picked, setPicked] = useState<Build | null>(view.build);
  // Priced anew, the same drive stays the one that is held against the device.
  const [againId, setAgainId] = useState(askedDriveId);
  const asked = lines.find((line) => line.build.drive.id === againId);
  const build = picked ?? asked?.build ?? lines[0]?.build ?? null;
  const setting = useMemo(() => settingOfJob(job, profile, placeId), [job, profile, placeId]);
  const finalIds = useMemo(() => finalIdsOf(profile), [profile]);
  const [reason, setReason] = useState('');
  const [tab, setTab] = useState('candidates');
  const [measuring, setMeasuring] = useState(0);
  const places = profile.places.filter(({ replaceable }) => replaceable);
  if (!build)
    return (
      <StationFrame actions={<Button disabled>Choose</Button>}>
        <Card
          title={ranked.status === 'ready' ? 'No drive to hold against it' : 'Looking for drives that fit'}
        >
          <p role="status">
            {ranked.status === 'ready'
              ? wish.text
                ? 'No drive of the catalogue has these words.'
                : 'Bring parts in at Parts first, or at Workshop.'
              : ranked.status === 'failed'
                ? `${ranked.fault.sentence} ${ranked.fault.remedy}`
                : 'Every drive of the catalogue is held against this device…'}
          </p>
          {wish.text && <CandidateSearch wish={wish} onWish={setWish} ranked={ranked} />}
        </Card>
      </StationFrame>
    );
  const { drive, pads, sink } = build;
  const ids = idsOf(build, placeId);
  const locked = job.dock !== null;
  const { reason: why, ...standing } = job.choice ?? { reason: null };
  const chosen = job.choice !== null && JSON.stringify(standing) === JSON.stringify(pick(ids, standing));
  const size = showBytes(drive.labelGB * 1e9, { locale });
  const extras = [sink?.model, pads.length > 0 ? `pad ${padWords(pads)} mm` : null].filter(Boolean);
  const chooseWords = [`Choose ${drive.model} ${size}`, ...extras].join(', ');
  const choose = (why: string | null) => void act({ kind: 'choose', ...ids, reason: why });
  return (
    <FitBench
      setting={setting}
      build={build}
      onBuild={setPicked}
      parts={parts}
      lines={lines}
      trends={ranked.status === 'ready' ? ranked.view.trends : undefined}
      options={options}
      currency={currency}
      shelfOnly={wish.shelfFirst}
      tab={tab}
      onTab={setTab}
      padExtra={
        <ImpressionForm
          key={drive.id}
          drive={drive}
          standing={job.measures.gap}
          day={view.frame.now.slice(0, 10)}
          locale={locale}
          busy={busy}
          onUse={(gap) => void act({ kind: 'measure', measures: { ...job.measures, gap } })}
        />
      }
      kit={kitAsked(view)}
      oldBefore={monthsBefore(view.frame.now, view.frame.settings.sourcesOldAfterMonths)}
      oldFormFactor={job.takeIn.oldDrive?.formFactor ?? null}
      kitQuestions={<WorkQuestions view={view} act={act} />}
      panels={[
        {
          id: 'candidates',
          title: 'Candidates',
          content: (
            <>
              <CandidateSearch wish={wish} onWish={setWish} ranked={ranked} />
              {!locked && (
                <label className="mb-1 flex min-h-8 items-center gap-2 text-[0.875rem]">
                  <input
                    type="checkbox"
                    className="size-4 accent-(--cochineal)"
                    checked={job.broughtIds.includes(drive.id)}
                    disabled={busy}
                    onChange={(event) => {
                      setPicked(null);
                      setAgainId(drive.id);
                      void act({ kind: 'brought', driveId: drive.id, isBrought: event.target.checked });
                    }}
                  />
                  The owner brings the {drive.model} {size} along: no price, and looked at on arrival
                </label>
              )}
              <CandidateTable
                lines={lines}
                selected={drive.id}
                onSelect={setPicked}
                locale={locale}
                habit={profile.showsCapacity}
                currency={currency}
                finalIds={finalIds}
              />
            </>
          ),
        },
        {
          id: 'device',
          title: 'This device',
          content: (
            <DeviceForm
              view={view}
              place={placeOf(profile, placeId)}
              busy={busy}
              act={act}
              focus={measuring}
            />
          ),
        },
        ...storagePanels({ profile, placeId: placeOf(profile, placeId).id, labelGB: drive.labelGB, options }),
        {
          id: 'library',
          title: 'Library',
          content: (
            <LibraryPanel
              library={job.library}
              old={setting.old}
              lines={lines}
              wantedGB={job.takeIn.wantedGB}
              currency={currency}
              freeBytes={lines.find((line) => line.build.drive.id === drive.id)?.freeShownBytes ?? 0}
              locale={locale}
              busy={busy}
              onUse={(library) => void act({ kind: 'library', library })}
              onWant={(wantedGB) => void act({ kind: 'amend', takeIn: { ...job.takeIn, wantedGB } })}
            />
          ),
        },
      ]}
    >
      {({ main, aside, answer, trying }) => {
        const { worst } = answer;
        const done = (chosen || locked) && goOn;
        const unknown = worst.verdict === 'unknown';
        const over = worst.verdict === 'over';
        // What only a reason lets pass: a number that is not there, or a wish that is not met.
        const inside = onlyInside(setting, build.caseChangeIds, answer.margins);
        const isForNow = unknown && inside.length > 0;
        const asksReason = needsReason(worst) && !isForNow;
        const unasked =
          worst.verdict === 'over' && !asksReason ? null : notAgreed(job, profile, build.caseChangeIds);
        return (
          <StationFrame
            aside={aside}
            actions={
              done ? (
                <MainAction words={done.words} go={done.go} busy={busy} />
              ) : (
                <>
                  {unasked && !locked && (
                    <Button
                      kind="main"
                      disabled={busy || trying}
                      onClick={() => void act({ kind: 'agree', caseChangeId: unasked.id, agrees: true })}
                    >
                      The owner agrees: {unasked.title.toLowerCase()}
                    </Button>
                  )}
                  <MainAction
                    words={
                      over
                        ? asksReason
                          ? 'Look for what was wanted'
                          : 'Make it fit'
                        : unknown && !isForNow
                          ? 'Measure it first'
                          : isForNow
                            ? `${chooseWords}, for the time being`
                            : chooseWords
                    }
                    go={
                      locked || chosen || trying || unasked
                        ? null
                        : over
                          ? () => setTab('remedies')
                          : unknown && !isForNow
                            ? () => {
                                setTab('device');
                                setMeasuring(measuring + 1);
                              }
                            : () => choose(null)
                    }
                    busy={busy}
                  />
                  {asksReason && !locked && !chosen && (
                    <form
                      className="flex items-center gap-2"
                      onSubmit={(event) => {
                        event.preventDefault();
                        if (reason.trim().length >= 3) choose(reason.trim());
                      }}
                    >
                      <input
                        className="h-11 w-56 rounded-xl border border-line-strong bg-surface px-3"
                        aria-label={
                          unknown
                            ? 'Reason to take it although this is not known'
                            : 'Reason to take it although it is not what was wanted'
                        }
                        placeholder="or a reason to take it so"
                        value={reason}
                        onChange={(event) => setReason(event.target.value)}
                      />
                      <Button type="submit" disabled={busy || trying || reason.trim().length < 3}>
                        Take it so
                      </Button>
                    </form>
                  )}
                </>
              )
            }
            say={
              locked
                ? 'The drives lie on the dock: the choice stands until they are taken out at Carry over.'
                : trying
                  ? 'Heights are only tried: go back to what is known, or enter them as measured.'
                  : isForNow
                    ? `${capital(insideWords(inside))} can only be measured inside: it is a step at Open, and Swap waits for it. What is ordered before that may have to go back.`
                    : `Tightest: ${worst.what.toLowerCase()}, ${verdictWord[worst.verdict]}.`
            }
          >
            {places.length > 1 && (
              <Choice
                legend="Where in the device?"
                hideLegend
                value={placeOf(profile, placeId).id}
                onChange={(id) => {
                  setPlaceId(id);
                  setPicked(null);
                }}
                options={places.map(({ id, name }) => ({ value: id, label: name }))}
              />
            )}
            {main}
          </StationFrame>
        );
      }}
    </FitBench>
  );
}

/** The ids in the order of the standing choice, so that two of them compare as text. */
const pick = (ids: object, like: object) =>
  Object.fromEntries(Object.keys(like).map((key) => [key, (ids as Record<string, unknown>)[key]]));
