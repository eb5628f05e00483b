import type { DeviceProfile } from '@/core/device';
import Link from '@/ui/link';

type Props = { title: string; profile: Pick<DeviceProfile, 'id' | 'maker' | 'name'>; version: number };

/** The head of a screen about one device: what it shows, of which device and version. */
export function DeviceHeader({ title, profile, version }: Props) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
      <h1 className="text-[1.625rem]">{title}</h1>
      <p className="text-soft">
        <Link href={`/devices/${profile.id}`} className="underline underline-offset-4">
          {profile.maker} {profile.name}
        </Link>{' '}
        · version <span className="figures">{version}</span>
      </p>
    </div>
  );
}
