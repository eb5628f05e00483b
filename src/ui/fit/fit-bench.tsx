'use client';
import dynamic from 'next/dynamic';
import { Tabs } from 'radix-ui';
import { type ReactNode, useMemo, useState } from 'react';
import {
  type Build,
  type CandidateLine,
  type FitAnswer,
  driveForm,
  type RemedyShelf,
  type Setting,
  fit,
} from '@/core/fit';
import type { PartsView } from '@/core/job-view';
import type { KitAsked } from '@/core/kit';
import type { Trend } from '@/core/price';
import { type ShowOptions, showLengthMm } from '@/core/units';
import { Button } from '../button';
import { MarginList } from '../margin-list';
import { Card } from '../station-frame';
import { ChainCard } from './chain-card';
import type { LayerId } from './cut';
import { FinalChangeNotice } from './final-change';
import { SlotCut } from './slot-cut';
import { type Trial, nearestPad, withTrial } from './trial';
import { VerdictLine } from './verdict-line';

export type Panel = { id: string; title: string; content: ReactNode };

type Props = {
  setting: Setting;
  build: Build;
  onBuild: (build: Build) => void;
  parts: PartsView;
  /** Drives to search for variants of the same model. */
  lines: CandidateLine[];
  /** How prices move, by part; left out where nobody noted any. */
  trends?: Readonly<Record<string, Trend>>;
  options: ShowOptions & { locale: string };
  currency: string;
  shelfOnly: boolean;
  /** Panels of the screen that shows this, before the common ones. */
  panels: Panel[];
  tab: string;
  onTab: (id: string) => void;
  /** What the technician can do about the pad panel's gap. */
  padExtra?: ReactNode;
  /** What the kit hangs on beside device and build, and what is asked before anything is bought. */
  kit: Pick<KitAsked, 'screwMm' | 'isEmpty' | 'measuring' | 'answers' | 'route' | 'oldProtocol' | 'airIsDry'>;
  kitQuestions?: ReactNode;
  /** Form factor of the drive that comes out; null where nobody said, or none is in. */
  oldFormFactor: string | null;
  /** Sources from before this day are called old. */
  oldBefore?: string;
  /** Draws its two halves into the frame of the screen around it. */
  children: (halves: { main: ReactNode; aside: ReactNode; answer: FitAnswer; trying: boolean }) => ReactNode;
};

// What stands behind a tab is loaded when it is looked at, and the heat once the rest stands.
const DisputePanel = dynamic(() => import('./dispute-panel').then((m) => m.DisputePanel), { ssr: false });
const HeightsPanel = dynamic(() => import('./heights-panel').then((m) => m.HeightsPanel), { ssr: false });
const KitOf = dynamic(() => import('./kit-of').then((m) => m.KitOf), { ssr: false });
const PadPanel = dynamic(() => import('./pad-panel').then((m) => m.PadPanel), { ssr: false });
const RemedyPanel = dynamic(() => import('./remedy-panel').then((m) => m.RemedyPanel), { ssr: false });
const HeatCard = dynamic(() => import('./heat-card').then((m) => m.HeatCard), {
  ssr: false,
  loading: () => (
    <Card title="Heat">
      <p role="status" className="min-h-60 text-[0.875rem] text-soft">
        The heat is worked out…
      </p>
    </Card>
  ),
});

/**
 * The fit of one build in one place, as it is looked at: the cut, what is left over, heat, speed, and below them what
 * can be changed. Heights can be tried by dragging; nothing of it counts as measured.
 */
export function FitBench({
  setting,
  build,
  onBuild,
  parts,
  lines,
  trends = {},
  options,
  currency,
  shelfOnly,
  panels,
  tab,
  onTab,
  padExtra,
  kit,
  kitQuestions,
  oldFormFactor,
  oldBefore,
  children,
}: Props) {
  const { locale } = options;
  const [active, setActive] = useState('');
  const [trial, setTrial] = useState<Trial>({});
  const tried = useMemo(() => withTrial(setting, build, trial), [setting, build, trial]);
  const answer = useMemo(() => fit(tried.setting, tried.build), [tried]);
  const trying = Object.keys(trial).length > 0;
  const shelf: RemedyShelf = useMemo(
    () => ({ pads: parts.pads, sinks: parts.sinks, drives: lines.map((line) => line.build.drive) }),
    [parts, lines],
  );
  const onTry = (layer: LayerId, mm: number) => {
    if (layer !== 'pad') return setTrial({ ...trial, [layer]: mm });
    const pad = nearestPad(parts.pads, mm);
    if (pad) onBuild({ ...build, pads: [pad] });
  };
  const line = lines.find((one) => one.build.drive.id === build.drive.id) ?? null;
  const all: Panel[] = [
    ...panels,
    {
      id: 'pads',
      title: 'Pad choice',
      content: (
        <div className="grid gap-4">
          <PadPanel
            answer={answer}
            pads={parts.pads}
            chosen={build.pads}
            shelfOnly={shelfOnly}
            locale={locale}
            onPads={(pads) => onBuild({ ...build, pads })}
            below={
              hasFaceBelow(answer, build)
                ? { pad: build.padBelow, onPad: (padBelow) => onBuild({ ...build, padBelow }) }
                : undefined
            }
          />
          {answer.layers?.sinkPlace === 'fixed' && padExtra}
        </div>
      ),
    },
    {
      id: 'heights',
      title: 'Heights',
      content: (
        <HeightsPanel answer={answer} active={active} onPick={setActive} onTry={onTry} locale={locale} />
      ),
    },
    {
      id: 'remedies',
      title: 'Make it fit',
      content: (
        <RemedyPanel
          setting={setting}
          build={build}
          verdict={fitVerdict(answer, trying)}
          shelf={shelf}
          currency={currency}
          locale={locale}
          onApply={onBuild}
        />
      ),
    },
    {
      id: 'disputes',
      title: 'Both schools',
      content: (
        <DisputePanel
          locale={locale}
          asked={{ setting, build, answer, lines, pads: parts.pads, sinks: parts.sinks, oldFormFactor }}
        />
      ),
    },
    {
      id: 'shopping',
      title: 'To buy and lay out',
      content: (
        <KitOf
          asked={{
            ...kit,
            profile: setting.profile,
            build,
            cases: parts.cases,
            revisionId: setting.revisionId,
          }}
          trends={trends}
          locale={locale}
        >
          {kitQuestions}
        </KitOf>
      ),
    },
  ];
  const main = (
    <>
      <VerdictLine worst={answer.worst} options={options} />
      <FinalChangeNotice profile={setting.profile} build={build} />
      <Card>
        <SlotCut
          answer={answer}
          build={tried.build}
          active={active}
          onPick={setActive}
          onTry={onTry}
          locale={locale}
        />
        {trying && (
          <p className="mt-2 flex flex-wrap items-center gap-3 text-[0.875rem]" role="status">
            <b className="text-tight">Tried, not measured:</b>
            {Object.entries(trial).map(([layer, mm]) => (
              <span key={layer} className="figures">
                {layer} {showLengthMm(mm, locale)}
              </span>
            ))}
            <Button onClick={() => setTrial({})}>Back to what is known</Button>
          </p>
        )}
      </Card>
      <div className="grid gap-3 md:grid-cols-2">
        <HeatCard
          setting={tried.setting}
          build={tried.build}
          answer={answer}
          pads={parts.pads}
          sinks={parts.sinks}
        />
        <ChainCard answer={answer} line={line} lines={lines} currency={currency} locale={locale} />
      </div>
      <Tabs.Root value={tab} onValueChange={onTab}>
        <Tabs.List aria-label="More about this build" className="flex flex-wrap gap-1 border-b">
          {all.map(({ id, title }) => (
            <Tabs.Trigger
              key={id}
              value={id}
              className="min-h-11 rounded-t-lg px-3 font-semibold text-soft hover:bg-sunken data-[state=active]:border-b-3 data-[state=active]:border-cochineal data-[state=active]:text-ink"
            >
              {title}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {all.map(({ id, content }) => (
          <Tabs.Content key={id} value={id} className="pt-3" tabIndex={-1}>
            {content}
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </>
  );
  const aside = (
    <>
      <h2 className="mb-1 text-[1.0625rem]">What is left over</h2>
      <MarginList
        margins={answer.margins}
        options={options}
        active={active}
        onPick={setActive}
        oldBefore={oldBefore}
      />
    </>
  );
  return children({ main, aside, answer, trying });
}

/** While heights are only tried, remedies are about what is known. */
const fitVerdict = (answer: FitAnswer, trying: boolean) => (trying ? 'unknown' : answer.worst.verdict);

/** Whether a pad could lie under this drive here, or one does that should not. */
const hasFaceBelow = ({ place: { form } }: FitAnswer, build: Build): boolean => {
  const size = driveForm(build);
  return (
    build.padBelow !== null ||
    (form.kind === 'module' &&
      form.faceBelowMm !== undefined &&
      size.kind === 'module' &&
      size.sides === 'double')
  );
};
