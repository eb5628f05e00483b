'use client';
import { Suspense, lazy, useMemo, useState } from 'react';
import {
  type Build,
  type FitAnswer,
  type Setting,
  batteryMinutes,
  cooledBuilds,
  coolingOf,
  fit,
  heatOf,
} from '@/core/fit';
import { type HeatQuestion, type Workload, thermalBody, workloadOf, workloads } from '@/core/heat';
import type { Heatsink, Pad } from '@/core/part';
import { useWorkerAnswer } from '@/workers/use-worker-answer';
import { Button } from '../button';
import { Card } from '../station-frame';
import { HeatChart, wayColors as colors, wayDashes as dashes } from './heat-chart';
import { BatteryWords } from './battery-words';
import { HeatWords } from './heat-words';

/** Only who types steps of their own needs what reads them. */
const OwnWorkload = lazy(async () => ({ default: (await import('./own-workload')).OwnWorkload }));

type Props = { setting: Setting; build: Build; answer: FitAnswer; pads: Pad[]; sinks: Heatsink[] };

const seconds = 1800;
const everyS = 20;
const usualRuns = 400;
const finerRuns = 2000;
const seed = 0.37;

type Way = { id: string; name: string; build: Build; cover: 'on' | 'off' };

/** The ways worth comparing: as built, without what lies on it, with the cover off, and with the next best pad. */
function waysOf(build: Build, pads: Pad[]): Way[] {
  const ways: Way[] = [{ id: 'built', name: 'as built', build, cover: 'on' }];
  if (build.pads.length > 0 || build.sink)
    ways.push({
      id: 'bare',
      name: build.sink ? 'bare, no sink' : 'no contact',
      build: { ...build, pads: [], sink: null },
      cover: 'on',
    });
  ways.push({ id: 'open', name: 'cover off', build, cover: 'off' });
  const [now] = build.pads;
  const other =
    now &&
    pads.find(
      ({ id, conductivityWPerMK, freeThicknessMm }) =>
        id !== now.id &&
        freeThicknessMm.value === now.freeThicknessMm.value &&
        conductivityWPerMK !== now.conductivityWPerMK,
    );
  if (other)
    ways.push({
      id: 'pad',
      name: `pad ${other.model} ${other.freeThicknessMm.value.toFixed(1)}`,
      build: { ...build, pads: [other] },
      cover: 'on',
    });
  return ways;
}

/** Where a sink is allowed and none lies on the drive: the first of the shelf that fits, to compare with. */
function withSink(
  setting: Setting,
  build: Build,
  { place }: FitAnswer,
  sinks: Heatsink[],
  pads: Pad[],
): Way | null {
  if (build.sink || build.drive.ownSink || place.form.kind !== 'module' || place.form.sink.kind === 'fixed')
    return null;
  const cold = { ...setting, workload: null };
  const found = cooledBuilds(
    place,
    build,
    sinks,
    pads.map((pad) => [pad]),
  ).find(
    (one) =>
      one.sink !== null &&
      fit(cold, one).margins.every(({ id, verdict }) => verdict !== 'over' || id === 'sink'),
  );
  return found ? { id: 'sink', name: `with ${found.sink!.model}`, build: found, cover: 'on' } : null;
}

/** Settled heat and the way there, with bands; several ways to build it in one chart, read by pointer or keys. */
export function HeatCard({ setting, build, answer, pads, sinks }: Props) {
  const [own, setOwn] = useState<Workload | null>(null);
  const [workloadId, setWorkloadId] = useState(setting.workload?.id ?? 'loading');
  const workload = workloadId === 'own' && own ? own : workloadOf(workloadId);
  const [runs, setRuns] = useState(usualRuns);
  const ways = useMemo(() => {
    const sunk = withSink(setting, build, answer, sinks, pads);
    return [...waysOf(build, pads), ...(sunk ? [sunk] : [])];
  }, [setting, build, answer, pads, sinks]);
  const [off, setOff] = useState<string[]>(['open', 'pad']);
  const [readS, setReadS] = useState(seconds);
  const asked = useMemo(() => {
    const questions: HeatQuestion[] = [];
    let missing: string | null = null;
    for (const way of ways) {
      if (off.includes(way.id)) continue;
      const { layers } = way.build === build ? answer : fit({ ...setting, workload: null }, way.build);
      const body = thermalBody(answer.place, build.drive, coolingOf(way.build, layers, way.name, way.cover));
      if (body.known) questions.push({ body: body.body, workload, seconds, everyS, runs });
      else missing ??= `${body.what}. ${body.howToGet}`;
    }
    return { questions, missing };
  }, [ways, off, answer, setting, build, workload, runs]);
  const [again, setAgain] = useState(0);
  const { answer: heat, stop } = useWorkerAnswer(
    asked.questions.length > 0 ? `${again} ${JSON.stringify(asked.questions)}` : null,
    (client, onProgress) => client.heat(asked.questions, seed, onProgress),
  );
  const curves = heat.status === 'ready' && asked.questions.length > 0 ? heat.value : null;
  // One figure for one thing: what decides is what is said here; the curve shows the way there.
  const settled = useMemo(
    () => heatOf({ ...setting, workload }, build, answer.place, answer.layers),
    [setting, workload, build, answer],
  );
  const built = curves?.[0] ?? null;
  return (
    <Card
      title="Heat"
      tools={
        <div className="flex items-center gap-3 text-[0.8125rem]">
          <label className="flex min-h-8 items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-(--cochineal)"
              checked={runs === finerRuns}
              onChange={(event) => setRuns(event.target.checked ? finerRuns : usualRuns)}
            />
            2,000 runs
          </label>
          <label>
            <span className="sr-only">Workload</span>
            <select
              className="h-9 rounded-lg border border-line-strong bg-surface px-2"
              value={workloadId}
              onChange={(event) => setWorkloadId(event.target.value)}
            >
              {workloads.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
              <option value="own">Own steps…</option>
            </select>
          </label>
        </div>
      }
    >
      {workloadId === 'own' && (
        <Suspense fallback={null}>
          <OwnWorkload onUse={setOwn} />
        </Suspense>
      )}
      {settled?.known && (
        <HeatWords
          settled={settled.settled}
          limitC={built?.warningC ?? null}
          firstMin={built?.firstThrottleMin ?? null}
        />
      )}
      {setting.profile.inUse && settled?.known && (
        <BatteryWords minutes={batteryMinutes(setting.profile, build.drive, workload)} />
      )}
      {asked.missing && asked.questions.length === 0 ? (
        <p className="text-[0.875rem]">
          <b>Not known.</b> Missing: {asked.missing}
        </p>
      ) : curves ? (
        <HeatChart
          curves={curves}
          minutes={seconds / 60}
          colorOf={(name) => ways.findIndex((way) => way.name === name) % colors.length}
          aimC={answer.place.heat?.aimC.known ? answer.place.heat.aimC.value : null}
          readS={readS}
          onRead={setReadS}
        />
      ) : heat.status === 'stopped' ? (
        <div className="flex min-h-32 flex-col items-start justify-center gap-2" role="status">
          <p>{heat.message}</p>
          <Button onClick={() => setAgain(again + 1)}>Compute again</Button>
        </div>
      ) : (
        <div className="flex min-h-32 flex-col justify-center gap-2" role="status">
          <div
            role="progressbar"
            aria-label="Heat, computed so far"
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={heat.status === 'working' ? Math.round(heat.share * 100) : 0}
            className="h-2 rounded-full bg-sunken"
          >
            <div
              className="h-2 rounded-full bg-info-fill"
              style={{ width: `${heat.status === 'working' ? heat.share * 100 : 0}%` }}
            />
          </div>
          <p className="flex items-center gap-3 text-[0.875rem] text-soft">
            {asked.questions.length} × {runs} runs of 30 minutes
            {heat.status === 'working' && heat.secondsLeft !== null
              ? `, ${Math.max(1, Math.round(heat.secondsLeft))} s left`
              : ''}
            <Button onClick={stop}>Stop</Button>
          </p>
        </div>
      )}
      {asked.questions.length > 0 && (
        <fieldset className="mt-1 flex flex-wrap gap-x-3 gap-y-0.5 text-[0.8125rem]">
          <legend className="sr-only">Ways to compare</legend>
          {ways.map((way, i) => (
            <label key={way.id} className="flex min-h-8 items-center gap-1.5">
              <input
                type="checkbox"
                className="size-4 accent-(--cochineal)"
                checked={!off.includes(way.id)}
                onChange={(event) =>
                  setOff(event.target.checked ? off.filter((id) => id !== way.id) : [...off, way.id])
                }
              />
              <svg width={22} height={6} aria-hidden>
                <path
                  d="M0 3 H22"
                  stroke={colors[i % colors.length]}
                  strokeWidth={2.4}
                  strokeDasharray={dashes[i % dashes.length]}
                />
              </svg>
              {way.name}
            </label>
          ))}
        </fieldset>
      )}
    </Card>
  );
}
