'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { newRequestId, post } from '@/app/call';
import { Shell } from '@/app/shell';
import type { DryRun, Level, Mistake, Practice, StepRecord } from '@/core/practice';
import type { DeviceProfile } from '@/core/device';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { PracticeBegin } from '@/ui/practice/practice-begin';

// Loaded once a run begins.
const PracticeRun = dynamic(() => import('@/ui/practice/practice-run').then((m) => m.PracticeRun), {
  loading: () => null,
});

type Props = {
  view: {
    frame: FrameView;
    profiles: DeviceProfile[];
    records: Record<string, StepRecord[]>;
    mistakes: Record<string, Mistake[]>;
    versions: Record<string, number>;
    dryRuns: Record<string, DryRun[]>;
  };
  /** The device that was asked for. */
  asked: string | null;
};

/** Could I do it without help? A device and a level, then the run; what it came to is kept for the one who works. */
export function PracticeScreen({ view, asked }: Props) {
  const [records, setRecords] = useState(view.records);
  const [run, setRun] = useState<{ profile: DeviceProfile; level: Level; number: number } | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const keep = async (
    profileId: string,
    remembered: string[],
    missed: string[],
    picked: Practice['wrong'],
  ) => {
    const wrong = picked.map(({ insteadOf, picked: id }) => ({ insteadOf, picked: id }));
    const run = { profileId, remembered, missed, wrong, version: view.versions[profileId] };
    const kept = await post<StepRecord[]>('/api/practice', run, newRequestId());
    setFault(kept.ok ? null : kept.fault);
    if (kept.ok) setRecords((before) => ({ ...before, [profileId]: kept.value }));
  };
  return (
    <Shell frame={view.frame} at="practice">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Practice</h1>
        <p className="text-soft">
          {run ? `${run.profile.maker} ${run.profile.name}` : 'could I do it without help? No job is touched'}
        </p>
      </div>
      {run ? (
        <PracticeRun
          key={run.number}
          profile={run.profile}
          level={run.level}
          fault={fault}
          singleKeys={view.frame.settings.singleKeys}
          mistakes={view.mistakes[run.profile.id]}
          onKeep={(remembered, missed, wrong) => void keep(run.profile.id, remembered, missed, wrong)}
          onLeave={() => setRun(null)}
          onAgain={() => setRun({ ...run, number: run.number + 1 })}
        />
      ) : (
        <PracticeBegin
          profiles={view.profiles}
          records={records}
          now={view.frame.now}
          asked={asked}
          versions={view.versions}
          dryRuns={view.dryRuns}
          settings={view.frame.settings}
          onBegin={(profile, level) => setRun({ profile, level, number: 0 })}
        />
      )}
    </Shell>
  );
}
