'use client';
import Link from '@/ui/link';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { post } from '@/app/call';
import { Shell } from '@/app/shell';
import { StartHere } from '@/app/start-here';
import { type DeviceProfile, mainPlace, picturesOf } from '@/core/device';
import { mostProfileFileBytes } from '@/core/device/picture-limits';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { profileAge } from '@/ui/devices/limits';
import { SlotDrawing } from '@/ui/devices/slot-drawing';
import { Button } from '@/ui/button';
import { FileInput } from '@/ui/file-input';
import { MainAction } from '@/ui/main-action';
import { FaultNotice } from '@/ui/notice';
import { textOfFile } from '@/ui/text-of-file';

// Two versions are merged now and then: what it reads by is loaded when it is asked for.
const MergePanel = dynamic(() => import('@/ui/devices/merge-panel').then((m) => m.MergePanel), {
  ssr: false,
});

type Props = {
  frame: FrameView;
  profiles: DeviceProfile[];
  /** Stored ones that today's rules refuse. */
  unread: { id: string; name: string; why: string }[];
};

/** Two versions of a device, and the photos that the file brought for the second. */
type Merging = { mine: DeviceProfile; theirs: DeviceProfile; pictures?: Record<string, string> };

/** What was merged, with those photos of the file that it names. */
function withPictures(document: unknown, pictures: Merging['pictures'] = {}): unknown {
  const shown = picturesOf(document as DeviceProfile).flatMap((sum) =>
    pictures[sum] ? [[sum, pictures[sum]]] : [],
  );
  return shown.length > 0 ? { ...(document as object), pictures: Object.fromEntries(shown) } : document;
}

/** What is known of each kind of device: its slot in small, what is missing, since when. */
export function DevicesScreen({ frame, profiles, unread }: Props) {
  const router = useRouter();
  const { locale } = frame.settings;
  const [fault, setFault] = useState<Fault | null>(null);
  /** A profile whose id is known already: it would be renewed. */
  const [merging, setMerging] = useState<Merging | null>(null);
  const [asking, setAsking] = useState<{ name: string; data: unknown } | null>(null);
  const bringIn = async (file: File) => {
    const read = await textOfFile(file, 'A device profile', mostProfileFileBytes);
    if (!read.ok) return setFault(read.fault);
    let data: unknown;
    try {
      data = JSON.parse(read.value);
    } catch {
      return setFault({
        code: 'no-json',
        sentence: `${file.name} is not JSON.`,
        remedy: 'A device profile is one JSON document; see /api/schemas/device.',
      });
    }
    const id = (data as { id?: unknown } | null)?.id;
    const known = profiles.find((profile) => profile.id === id);
    setFault(null);
    if (known) setAsking({ name: `${known.maker} ${known.name}`, data });
    else await save(data);
  };
  /** What came in is read first: of what is not even a profile nothing is merged. */
  const compare = async () => {
    if (!asking) return;
    const read = await post<DeviceProfile>('/api/profiles?look', asking.data);
    const mine = read.ok ? profiles.find(({ id }) => id === read.value.id) : undefined;
    setFault(read.ok ? null : read.fault);
    setAsking(null);
    const { pictures } = asking.data as Pick<Merging, 'pictures'>;
    if (read.ok && mine) setMerging({ mine, theirs: read.value, pictures });
  };
  const save = async (data: unknown) => {
    setAsking(null);
    setMerging(null);
    const saved = await post<DeviceProfile>('/api/profiles', data);
    setFault(saved.ok ? null : saved.fault);
    if (saved.ok) router.push(`/devices/${saved.value.id}`);
  };
  return (
    <Shell frame={frame} at="devices">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Devices</h1>
        <p className="text-soft">what each kind allows, and since when that is known</p>
      </div>
      <main className="min-h-0 flex-1 overflow-y-auto p-5" tabIndex={0}>
        {fault && (
          <div className="mb-3">
            <FaultNotice fault={fault} />
          </div>
        )}
        {merging && (
          <div className="mb-3">
            <MergePanel
              mine={merging.mine}
              theirs={merging.theirs}
              busy={false}
              onSave={(document) => void save(withPictures(document, merging.pictures))}
              onCancel={() => setMerging(null)}
            />
          </div>
        )}
        {unread.map(({ id, name, why }) => (
          <div key={id} className="mb-3">
            <FaultNotice
              fault={{
                code: 'unread',
                sentence: `${name} cannot be worked with: ${why}.`,
                remedy: `Its procedure was stored before it was proved. Mend its file (id ${id}) and bring it in again; nothing of it is lost.`,
              }}
            />
          </div>
        ))}
        {profiles.length === 0 && unread.length === 0 && <StartHere frame={frame} />}
        <ul className="grid gap-3.5 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
          {profiles.map((profile) => {
            const { missing, oldest } = profileAge(profile);
            return (
              <li key={profile.id}>
                <Link
                  href={`/devices/${profile.id}`}
                  className="block h-full rounded-2xl border bg-surface p-4 hover:bg-sunken"
                >
                  <SlotDrawing place={mainPlace(profile)} locale={locale} small />
                  <h2 className="mt-2 text-[1.125rem]">
                    {profile.maker} {profile.name}
                  </h2>
                  <p className="text-[0.875rem] leading-snug text-soft">{profile.family}</p>
                  <p className="mt-1 text-[0.8125rem]">
                    {missing > 0 ? (
                      <b className="text-tight">
                        {missing} {missing === 1 ? 'limit' : 'limits'} not known
                      </b>
                    ) : (
                      <span className="text-clear">every limit known</span>
                    )}
                    <span className="block text-soft">oldest figure {oldest ?? 'without a date'}</span>
                  </p>
                </Link>
              </li>
            );
          })}
        </ul>
      </main>
      <div
        data-print="no"
        className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2"
      >
        <MainAction words="Teach a device" go={() => router.push('/devices/new')} busy={false} />
        <FileInput
          words="Bring in a device profile"
          accept=".json,application/json"
          onFile={(file) => void bringIn(file)}
        />
        <a
          className="inline-flex min-h-6 items-center font-semibold underline underline-offset-4"
          href="/api/schemas/device"
        >
          Its schema
        </a>
        {asking && (
          <>
            <span role="alert">The {asking.name} is known already. Renew it?</span>
            <Button onClick={() => void save(asking.data)}>Yes, renew it</Button>
            <Button onClick={() => void compare()}>Merge figure by figure</Button>
            <Button onClick={() => setAsking(null)}>Leave it as it is</Button>
          </>
        )}
        <p className="ml-auto text-[0.875rem] text-soft">Jobs under way keep the profile they began with.</p>
      </div>
    </Shell>
  );
}
