'use client';
import { useMemo, useState } from 'react';
import type { DeviceProfile } from '@/core/device';
import {
  type Level,
  type Mistake,
  type Practice,
  anyVariant,
  ask,
  beginPractice,
  choicesAt,
  isDone,
  pick,
  scoreOf,
  variantWords,
} from '@/core/practice';
import type { Fault } from '@/core/result';
import { fastenersOf, foldFacts, screwLedger, screwsAtStart } from '@/core/work';
import { Button } from '../button';
import { KeyCap } from '../key-cap';
import { FaultNotice } from '../notice';
import { ScrewBowl } from '../screw-bowl';
import { ScrewMapDrawing } from '../screw-map';
import { Card, StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { BowlQuiz } from './bowl-quiz';
import { HiddenFault } from './hidden-fault';
import { PracticeScore } from './practice-score';

type Props = {
  profile: DeviceProfile;
  level: Level;
  fault: Fault | null;
  singleKeys: boolean;
  /** What people picked at the wrong time on this device. */
  mistakes?: readonly Mistake[];
  onKeep: (remembered: string[], missed: string[], wrong: Practice['wrong']) => void;
  onLeave: () => void;
  onAgain: () => void;
};

const stamp = { at: '1970-01-01T00:00:00.000Z', by: '' };

/** Where every screw of the practised device is now. */
function ledgerNow({ steps, at, procedure }: Practice) {
  const fasteners = fastenersOf(procedure, steps);
  const settings = [...screwsAtStart(procedure), ...steps.slice(0, at).flatMap(({ effects }) => effects)];
  return screwLedger({ fasteners }, foldFacts(settings.map((setting) => ({ ...setting, ...stamp }))));
}

/** The next step among plausible ones; a wrong one shows what would come of it. Then the hidden fault, the blank bowl, the score. */
export function PracticeRun({
  profile,
  level,
  fault,
  singleKeys,
  mistakes,
  onKeep,
  onLeave,
  onAgain,
}: Props) {
  const [variant] = useState(() => anyVariant(profile.procedure, Math.random));
  const [practice, setPractice] = useState(() => beginPractice(profile.procedure, level, variant));
  const [said, setSaid] = useState<{ title: string; consequence: string } | null>(null);
  const [stage, setStage] = useState<'hands' | 'fault' | 'bowl' | 'score'>('hands');
  const [begunMs] = useState(() => Date.now());
  // Drawn anew for each step, and not for each picking: what was wrong stays where it was.
  const choices = useMemo(() => choicesAt(practice, Math.random, mistakes), [practice.at]); // eslint-disable-line react-hooks/exhaustive-deps
  const next = practice.steps[practice.at];
  const asked = next && practice.asked.includes(next.id);
  const choose = (id: string, title: string) => {
    const picked = pick(practice, id);
    setPractice(picked.practice);
    setSaid(picked.right ? null : { title, consequence: picked.consequence ?? '' });
    if (!isDone(picked.practice)) return;
    const { repeat } = scoreOf(picked.practice);
    const missed = repeat.map((one) => one.id);
    onKeep(
      picked.practice.steps.map((one) => one.id).filter((one) => !missed.includes(one)),
      missed,
      picked.practice.wrong,
    );
    setStage('fault');
  };
  const show = next && !asked ? () => setPractice(ask(practice)) : undefined;
  useKeys(
    stage === 'hands'
      ? {
          ...Object.fromEntries(choices.map(({ id, title }, i) => [String(i + 1), () => choose(id, title)])),
          h: show,
        }
      : {},
    singleKeys,
  );
  if (stage === 'fault') return <HiddenFault profile={profile} onDone={() => setStage('bowl')} />;
  if (stage === 'bowl') return <BowlQuiz procedure={profile.procedure} onDone={() => setStage('score')} />;
  if (stage === 'score')
    return (
      <PracticeScore
        score={scoreOf(practice)}
        begunMs={begunMs}
        fault={fault}
        onLeave={onLeave}
        onAgain={onAgain}
      />
    );
  const way = [
    ...variantWords(profile.procedure, variant),
    profile.revisions.find(({ id }) => id === variant.revisionId)?.name ?? [],
  ].flat();
  return (
    <StationFrame
      wideAside
      aside={
        <>
          <h2 className="mb-2 text-[1.0625rem]">Screw bowl</h2>
          <ScrewBowl ledger={ledgerNow(practice)} next={{ ids: [], goingIn: false }} />
          {profile.map.length > 0 && (
            <div className="mt-3">
              <ScrewMapDrawing
                map={profile.map}
                procedure={profile.procedure}
                lit={[]}
                ledger={ledgerNow(practice)}
              />
            </div>
          )}
        </>
      }
      actions={
        <>
          <Button keyName="H" onClick={show} disabled={!show}>
            Show me
          </Button>
          <Button onClick={onLeave}>Leave</Button>
        </>
      }
      say="Nothing breaks here. A number picks, H shows."
    >
      <p className="text-soft">
        <span className="figures">
          {practice.at + 1} of {practice.steps.length}
        </span>
        {way.length > 0 && <span className="ml-3">This time: {way.join('; ')}</span>}
      </p>
      <section className="rounded-2xl border bg-surface p-5">
        <h2 className="text-[clamp(24px,3vw,32px)] leading-tight">What do your hands do now?</h2>
        <ol className="mt-4 flex flex-col gap-2">
          {choices.map(({ id, title }, i) => (
            <li key={id}>
              <button
                type="button"
                className={`flex min-h-12 w-full items-center gap-3 rounded-xl border px-4 py-2 text-left text-[1.125rem] hover:bg-sunken ${asked && id === next!.id ? 'border-2 border-clear bg-clear-ground' : 'border-line-strong bg-surface'}`}
                onClick={() => choose(id, title)}
              >
                <KeyCap>{String(i + 1)}</KeyCap>
                {title}
              </button>
            </li>
          ))}
        </ol>
      </section>
      <div aria-live="assertive">
        {said && (
          <div className="rounded-xl border-2 border-over bg-over-ground px-4 py-3">
            <p className="font-display text-lg font-bold text-over">Not now: {said.title}</p>
            <p>{said.consequence}</p>
          </div>
        )}
      </div>
      {practice.at > 0 && (
        <Card title="Done">
          <p>{practice.steps[practice.at - 1]!.title}</p>
        </Card>
      )}
      {fault && <FaultNotice fault={fault} />}
    </StationFrame>
  );
}
