'use client';
import { useState } from 'react';
import type { DeviceProfile } from '@/core/device';
import {
  type DryRun,
  type StepRecord,
  type Level,
  beginPractice,
  due,
  dryRunWords,
  levels,
  spacingRule,
} from '@/core/practice';
import { Choice } from '../choice';
import { showDate } from '../clock';
import { MainAction } from '../main-action';
import { Card, StationFrame } from '../station-frame';

type Props = {
  profiles: DeviceProfile[];
  records: Record<string, StepRecord[]>;
  now: string;
  /** The device that was asked for, where it can be practised. */
  asked?: string | null;
  versions?: Record<string, number>;
  dryRuns?: Record<string, DryRun[]>;
  settings?: { locale: string; timeZone: string };
  onBegin: (profile: DeviceProfile, level: Level) => void;
};

/** Which device, how much help, and what is due again. */
export function PracticeBegin({
  profiles: all,
  records,
  now,
  asked = null,
  versions = {},
  dryRuns = {},
  settings = { locale: 'en', timeZone: 'UTC' },
  onBegin,
}: Props) {
  // What nobody has written down cannot be practised: its first job records it.
  const profiles = all.filter(({ procedure }) => procedure.open.length > 0);
  const [id, setId] = useState((profiles.find((one) => one.id === asked) ?? profiles[0])?.id ?? null);
  const [level, setLevel] = useState<'1' | '2' | '3'>('1');
  const profile = profiles.find((one) => one.id === id) ?? null;
  const version = profile ? versions[profile.id] : undefined;
  const dueOf = (profileId: string) => due(records[profileId] ?? [], new Date(now));
  const hint = ({ id: profileId, procedure }: DeviceProfile) => {
    const count = dueOf(profileId).length;
    const steps = beginPractice(procedure, 1).steps.length;
    return count > 0
      ? `${count} due of ${steps} steps`
      : records[profileId]
        ? `${steps} steps, none due`
        : `${steps} steps, new`;
  };
  const dueSteps = profile ? dueOf(profile.id) : [];
  const titles = new Map(
    profile ? beginPractice(profile.procedure, 1).steps.map((step) => [step.id, step.title]) : [],
  );
  return (
    <StationFrame
      aside={
        <>
          {profile && version !== undefined && (
            <>
              <h2 className="text-[1.0625rem]">Version {version}</h2>
              <p className="mb-3 text-[0.875rem] text-soft">
                {dryRunWords(dryRuns[profile.id]?.find((run) => run.version === version) ?? null, (at) =>
                  showDate(at, settings),
                )}
                .
              </p>
            </>
          )}
          <h2 className="text-[1.0625rem]">Due first</h2>
          <p className="mb-2 text-[0.875rem] text-soft">{spacingRule}</p>
          {dueSteps.length === 0 ? (
            <p>{profile ? 'Nothing is due of this device.' : 'Nothing is known to practise yet.'}</p>
          ) : (
            <ol className="list-decimal pl-5">
              {dueSteps.map(({ stepId }) => (
                <li key={stepId}>{titles.get(stepId) ?? stepId}</li>
              ))}
            </ol>
          )}
        </>
      }
      actions={
        <MainAction
          words="Begin"
          go={profile ? () => onBegin(profile, Number(level) as Level) : null}
          busy={false}
        />
      }
      say="A simulated device: nothing of it touches a job."
    >
      {profiles.length === 0 ? (
        <Card title="No device is known yet">
          {all.length > 0
            ? 'How the devices here are opened is not written down yet: the first job on one records it.'
            : 'Bring the devices in at Workshop; then they can be practised.'}
        </Card>
      ) : (
        <>
          <Card title="Which device?">
            <Choice
              legend="Which device?"
              hideLegend
              value={id}
              onChange={setId}
              options={profiles.map((one) => ({
                value: one.id,
                label: `${one.maker} ${one.name}`,
                hint: hint(one),
              }))}
            />
          </Card>
          <Card title="How much help?">
            <Choice
              legend="How much help?"
              hideLegend
              value={level}
              onChange={setLevel}
              options={levels.map((one) => ({
                value: String(one.level) as '1' | '2' | '3',
                label: one.words,
                hint: `one of ${one.choices} steps is right`,
              }))}
            />
          </Card>
        </>
      )}
    </StationFrame>
  );
}
