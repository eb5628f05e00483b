'use client';
import { useState } from 'react';
import { type Score, spacingRule } from '@/core/practice';
import type { Fault } from '@/core/result';
import { showDuration } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';
import { MainAction } from '../main-action';
import { FaultNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';

/** What was remembered, what was asked, how long it took, and what comes first next time. */
export function PracticeScore({
  score,
  begunMs,
  fault,
  onLeave,
  onAgain,
}: {
  score: Score;
  /** When the run was begun, milliseconds since 1970. */
  begunMs: number;
  fault: Fault | null;
  onLeave: () => void;
  onAgain: () => void;
}) {
  const [seconds] = useState(() => Math.round((Date.now() - begunMs) / 1000));
  const share = score.steps > 0 ? score.remembered / score.steps : 0;
  return (
    <StationFrame
      actions={
        <>
          <MainAction words="Once more" go={onAgain} busy={false} />
          <Button onClick={onLeave}>Another device</Button>
        </>
      }
      say={spacingRule}
    >
      {fault && <FaultNotice fault={fault} />}
      <section className="flex flex-wrap items-center gap-6 rounded-2xl border bg-surface p-5">
        <BowlSign verdict={share === 1 ? 'clear' : 'tight'} use={share} size={64} />
        <div>
          <p className="font-display text-[2.125rem] font-bold leading-none">
            {score.remembered} of {score.steps} remembered
          </p>
          <p className="mt-2 text-soft">
            {score.mistakes} {score.mistakes === 1 ? 'mistake' : 'mistakes'}, {score.asked} asked,{' '}
            {showDuration(seconds)}
          </p>
        </div>
      </section>
      <Card title="Next time first">
        {score.repeat.length === 0 ? (
          <p>Nothing: all of it was remembered.</p>
        ) : (
          <ol className="list-decimal pl-5">
            {score.repeat.map(({ id, title, why }) => (
              <li key={id}>
                {title}{' '}
                <span className="text-soft">({why === 'mistake' ? 'another was picked' : 'was shown'})</span>
              </li>
            ))}
          </ol>
        )}
      </Card>
    </StationFrame>
  );
}
