'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { post } from '@/app/call';
import { LeaveGuard } from '@/app/leave-guard';
import { Shell } from '@/app/shell';
import { DeviceHeader } from '../device-header';
import type { DeviceProfile } from '@/core/device';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { variantsOf } from '@/core/work';
import { Button } from '@/ui/button';
import { faultsOf } from '@/ui/devices/procedure-proof';
import { ProcedureReader } from '@/ui/devices/procedure-reader';
import { MainAction } from '@/ui/main-action';
import { FaultNotice } from '@/ui/notice';
import { StationFrame } from '@/ui/station-frame';
import { useKeys } from '@/ui/use-keys';

const ProcedureEditor = dynamic(
  () => import('@/ui/devices/procedure-editor').then((m) => m.ProcedureEditor),
  { ssr: false },
);
const ThingsEditor = dynamic(() => import('@/ui/devices/things-editor').then((m) => m.ThingsEditor), {
  ssr: false,
});

type Props = { frame: FrameView; profile: DeviceProfile; version: number };

/** How a device is opened and closed: read on one board with one set of answers, or edited with the proof beside it. */
export function ProcedureScreen({ frame, profile, version }: Props) {
  const router = useRouter();
  const [variant, setVariant] = useState({});
  const [draft, setDraft] = useState<DeviceProfile | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const shown = draft ?? profile;
  const { procedure } = shown;
  const faults = useMemo(() => faultsOf(shown, shown.procedure), [shown]);
  const isUnwritten = procedure.open.length + procedure.swap.length + procedure.close.length === 0;
  const back = () => router.push(`/devices/${profile.id}`);
  const isChanged = draft !== null && draft !== profile;
  useKeys({ Escape: isChanged ? undefined : back });
  const save = async () => {
    setBusy(true);
    const saved = await post(`/api/profiles?version=${version}`, shown);
    setBusy(false);
    setFault(saved.ok ? null : saved.fault);
    if (saved.ok) {
      setDraft(null);
      router.refresh();
    }
  };
  const general = faults.filter(
    ({ path: [list, at] }) => typeof at !== 'number' || !['open', 'swap', 'close'].includes(String(list)),
  );
  return (
    <Shell frame={frame} at="devices">
      {isChanged && <LeaveGuard leave={back} />}
      <DeviceHeader title="How to open it" profile={profile} version={version} />
      <StationFrame
        aside={
          <div role="status">
            <h2 className="mb-1 text-[1.0625rem]">Proof</h2>
            {isUnwritten ? (
              <p>Nobody has written it down: the first job on it records it, or add acts here.</p>
            ) : faults.length === 0 ? (
              <p>
                <b className="text-clear">It can be worked</b> on every board, with every answer and build:{' '}
                {
                  variantsOf(
                    procedure,
                    shown.revisions.map(({ id }) => id),
                  ).length
                }{' '}
                ways, in, swap and back.
              </p>
            ) : (
              <p>
                <b className="text-over">
                  {faults.length} {faults.length === 1 ? 'fault' : 'faults'}.
                </b>{' '}
                Each stands at its act, with what would mend it.
              </p>
            )}
            <ul className="mt-2 text-[0.875rem]">
              {general.map(({ message, mend }) => (
                <li key={message} className="mb-1 text-over">
                  {message} <span className="text-soft">{mend}</span>
                </li>
              ))}
            </ul>
          </div>
        }
        actions={
          draft ? (
            <>
              <MainAction
                words="Save as the next version"
                go={faults.length === 0 ? () => void save() : null}
                busy={busy}
              />
              <Button onClick={() => setDraft(null)}>Cancel</Button>
            </>
          ) : (
            <>
              <MainAction
                words="Try it in Practice"
                go={isUnwritten ? null : () => router.push('/practice')}
                busy={false}
              />
              <Button onClick={() => setDraft(profile)}>Edit</Button>
              <Button onClick={() => window.print()}>Print</Button>
            </>
          )
        }
        say="Jobs under way keep the version they began with."
      >
        {fault && <FaultNotice fault={fault} />}
        {draft ? (
          <>
            <ProcedureEditor
              profile={draft}
              procedure={draft.procedure}
              faults={faults}
              onProcedure={(next) => setDraft({ ...draft, procedure: next })}
            />
            <ThingsEditor profile={draft} onProfile={setDraft} />
          </>
        ) : (
          <ProcedureReader profile={profile} variant={variant} onVariant={setVariant} />
        )}
      </StationFrame>
    </Shell>
  );
}
