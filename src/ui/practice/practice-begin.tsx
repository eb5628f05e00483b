'use client';
import { useState } from 'react';
import type { DeviceProfile } from '@/core/device';
import { type ActRecord, type Level, beginPractice, due, levels, spacingRule } from '@/core/practice';
import { Choice } from '../choice';
import { MainAction } from '../main-action';
import { Card, StationFrame } from '../station-frame';

type Props = {
  profiles: DeviceProfile[];
  records: Record<string, ActRecord[]>;
  now: string;
  onBegin: (profile: DeviceProfile, level: Level) => void;
};

/** Which device, how much help, and what is due again. */
export function PracticeBegin({ profiles, records, now, onBegin }: Props) {
  const [id, setId] = useState(profiles[0]?.id ?? null);
  const [level, setLevel] = useState<'1' | '2' | '3'>('1');
  const profile = profiles.find((one) => one.id === id) ?? null;
  const dueOf = (profileId: string) => due(records[profileId] ?? [], new Date(now));
  const hint = ({ id: profileId, procedure }: DeviceProfile) => {
    const count = dueOf(profileId).length;
    const acts = beginPractice(procedure, 1).acts.length;
    return count > 0
      ? `${count} due of ${acts} acts`
      : records[profileId]
        ? `${acts} acts, none due`
        : `${acts} acts, new`;
  };
  const dueActs = profile ? dueOf(profile.id) : [];
  const titles = new Map(
    profile ? beginPractice(profile.procedure, 1).acts.map((act) => [act.id, act.title]) : [],
  );
  return (
    <StationFrame
      aside={
        <>
          <h2 className="text-[17px]">Due first</h2>
          <p className="mb-2 text-[14px] text-soft">{spacingRule}</p>
          {dueActs.length === 0 ? (
            <p>Nothing is due of this device.</p>
          ) : (
            <ol className="list-decimal pl-5">
              {dueActs.map(({ actId }) => (
                <li key={actId}>{titles.get(actId) ?? actId}</li>
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
          Bring the devices in at Workshop; then they can be practised.
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
                hint: `one of ${one.choices} acts is right`,
              }))}
            />
          </Card>
        </>
      )}
    </StationFrame>
  );
}
