'use client';
import Link from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { post, postFile } from '@/app/call';
import { Shell } from '@/app/shell';
import type { DeviceProfile, ProfileFault } from '@/core/device';
import type { FrameView } from '@/core/job-view';
import { type DryRun, dryRunWords } from '@/core/practice';
import type { Fault } from '@/core/result';
import type { FigureEntry } from '@/core/teach';
import type { ProfileVersion } from '@/server';
import { Button } from '@/ui/button';
import { OpenFigures } from '@/ui/devices/open-figures';
import { FaultNotice } from '@/ui/notice';
import { Card } from '@/ui/station-frame';
import { DeviceDetail } from '@/ui/devices/device-detail';
import { MainAction } from '@/ui/main-action';
import { useKeys } from '@/ui/use-keys';

type Props = {
  frame: FrameView;
  profile: DeviceProfile;
  /** What today’s proof says against it. */
  faults: ProfileFault[];
  versions: ProfileVersion[];
  runs: DryRun[];
};

/** One kind of device: its places drawn with every limit, its source and its age. */
export function DeviceScreen({ frame, profile, faults, versions, runs }: Props) {
  const router = useRouter();
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const enter = async (entry: FigureEntry): Promise<boolean> => {
    setBusy(true);
    const seen = versions[0]?.version;
    const done = await post(
      `/api/profiles/${profile.id}/figures${seen === undefined ? '' : `?version=${seen}`}`,
      entry,
    );
    setFault(done.ok ? null : done.fault);
    setBusy(false);
    if (done.ok || done.fault.code === 'stale') router.refresh();
    return done.ok;
  };
  useKeys({ Escape: () => router.push('/devices') });
  const ask = () => router.push(`/ask?q=${encodeURIComponent(profile.name.toLowerCase())}`);
  return (
    <Shell frame={frame} at="devices">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">
          {profile.maker} {profile.name}
        </h1>
        <p className="text-soft">
          <Link href="/devices" className="underline underline-offset-4">
            Devices
          </Link>{' '}
          · {profile.family}
        </p>
      </div>
      <main className="min-h-0 flex-1 overflow-y-auto p-5" tabIndex={0}>
        {faults.length > 0 && (
          <div className="mb-3">
            <FaultNotice
              fault={{
                code: 'profile',
                sentence: `What is kept of this device has ${faults.length} ${faults.length === 1 ? 'fault' : 'faults'} by today’s proof. ${faults[0]?.message ?? ''}`,
                remedy:
                  'Look at “How to open it”, or mend its file and bring it in again; jobs under way keep theirs.',
                details: faults.map(({ path, message, mend }) => ({
                  where: path.join(' › '),
                  what: message,
                  mend: mend ?? null,
                })),
              }}
            />
          </div>
        )}
        {fault && (
          <div className="mb-3">
            <FaultNotice fault={fault} />
          </div>
        )}
        <DeviceDetail
          profile={profile}
          locale={frame.settings.locale}
          now={frame.now}
          figures={
            <OpenFigures
              profile={profile}
              busy={busy}
              onEnter={enter}
              onPhoto={(photo) => postFile('/api/pictures', photo)}
              fault={fault}
            />
          }
          versions={<Versions profile={profile} versions={versions} runs={runs} frame={frame} />}
        />
      </main>
      <div
        data-print="no"
        className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2"
      >
        <MainAction words="Ask what fits" go={ask} busy={false} />
        <Button onClick={() => router.push(`/jobs/new?profile=${profile.id}`)}>Take one in</Button>
        <Button onClick={() => router.push(`/devices/${profile.id}/procedure`)}>How to open it</Button>
        <Button onClick={() => router.push(`/devices/${profile.id}/map`)}>Screw map</Button>
        <a
          className="ml-auto inline-flex min-h-6 items-center font-semibold underline underline-offset-4"
          href={`/api/profiles/${profile.id}?file`}
        >
          Export as JSON
        </a>
      </div>
    </Shell>
  );
}

/** What it was, with when, by whom and why; and which of them was run through in Practice. */
function Versions({ profile, versions, runs, frame }: Omit<Props, 'faults'>) {
  const { locale, timeZone } = frame.settings;
  const day = new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeStyle: 'short', timeZone });
  const show = (at: string) => day.format(new Date(at));
  const runOf = (version: number) => runs.find((run) => run.version === version) ?? null;
  const [newest] = versions;
  const isWritten = profile.procedure.open.length > 0;
  return (
    <Card
      title="Versions"
      hint="jobs keep the one they began with"
      tools={
        isWritten &&
        newest && (
          <Link
            href={`/practice?profile=${profile.id}`}
            className="inline-flex min-h-11 items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold hover:bg-sunken"
          >
            Run version {newest.version} through
          </Link>
        )
      }
    >
      <ol className="max-h-56 overflow-y-auto text-[0.875rem]" tabIndex={0} aria-label="Versions">
        {versions.map(({ version, at, by, why }) => (
          <li key={version} className="border-b border-dashed py-1 last:border-0">
            <p className="flex flex-wrap gap-x-2">
              <b className="figures">{version}</b>
              <span>{why}</span>
              <span className="text-soft">
                {by}, {show(at)}
              </span>
            </p>
            {isWritten && (version === newest?.version || runOf(version)) && (
              <p className={runOf(version) ? 'text-soft' : 'text-tight'}>
                {dryRunWords(runOf(version), show)}
              </p>
            )}
          </li>
        ))}
      </ol>
    </Card>
  );
}
