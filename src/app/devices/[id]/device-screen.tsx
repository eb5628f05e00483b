'use client';
import Link from '@/ui/link';
import { useRouter } from 'next/navigation';
import { Shell } from '@/app/shell';
import type { DeviceProfile } from '@/core/device';
import type { FrameView } from '@/core/job-view';
import { Button } from '@/ui/button';
import { DeviceDetail } from '@/ui/devices/device-detail';
import { MainAction } from '@/ui/main-action';
import { useKeys } from '@/ui/use-keys';

/** One kind of device: its places drawn with every limit, its source and its age. */
export function DeviceScreen({ frame, profile }: { frame: FrameView; profile: DeviceProfile }) {
  const router = useRouter();
  useKeys({ Escape: () => router.push('/devices') });
  const ask = () => router.push(`/ask?q=${encodeURIComponent(profile.name.toLowerCase())}`);
  return (
    <Shell frame={frame} at="devices">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[26px]">
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
        <DeviceDetail profile={profile} locale={frame.settings.locale} now={frame.now} />
      </main>
      <div
        data-print="no"
        className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2"
      >
        <MainAction words="Ask what fits" go={ask} busy={false} />
        <Button onClick={() => router.push(`/jobs/new?profile=${profile.id}`)}>Take one in</Button>
        <a
          className="ml-auto font-semibold underline underline-offset-4"
          href={`/api/profiles/${profile.id}?file`}
        >
          Export as JSON
        </a>
      </div>
    </Shell>
  );
}
