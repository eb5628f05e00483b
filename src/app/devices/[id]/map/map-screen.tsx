'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { post, postFile } from '@/app/call';
import { LeaveGuard } from '@/app/leave-guard';
import { Shell } from '@/app/shell';
import { DeviceHeader } from '../device-header';
import type { DeviceProfile } from '@/core/device';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { Button } from '@/ui/button';
import { MapEditor } from '@/ui/devices/map-editor';
import { MainAction } from '@/ui/main-action';
import { FaultNotice } from '@/ui/notice';
import { StationFrame } from '@/ui/station-frame';
import { useKeys } from '@/ui/use-keys';

type Props = { frame: FrameView; profile: DeviceProfile; version: number };

/** Where each fastener and plug of a device is: drawn once, shown at Open, Close and Practice. */
export function MapScreen({ frame, profile, version }: Props) {
  const router = useRouter();
  const [map, setMap] = useState(profile.map);
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const back = () => router.push(`/devices/${profile.id}`);
  const isChanged = JSON.stringify(map) !== JSON.stringify(profile.map);
  useKeys({ Escape: isChanged ? undefined : back });
  const save = async () => {
    setBusy(true);
    const saved = await post(`/api/profiles?version=${version}`, { ...profile, map });
    setBusy(false);
    setFault(saved.ok ? null : saved.fault);
    if (saved.ok) router.refresh();
  };
  return (
    <Shell frame={frame} at="devices">
      {isChanged && <LeaveGuard leave={back} />}
      <DeviceHeader title="Screw map" profile={profile} version={version} />
      <StationFrame
        actions={
          <>
            <MainAction words="Save the map" go={isChanged ? () => void save() : null} busy={busy} />
            <Button onClick={back}>{isChanged ? 'Cancel' : 'Back to the device'}</Button>
          </>
        }
        say="It is shown at Open, Close and Practice, and lights what the hands move."
      >
        {fault && <FaultNotice fault={fault} />}
        <MapEditor
          profile={profile}
          map={map}
          onMap={setMap}
          onPhoto={(photo, { acrossMm, downMm }, corners) => {
            const said = new URLSearchParams({
              acrossMm: String(acrossMm),
              downMm: String(downMm),
              corners: corners.flatMap(({ x, y }) => [x, y]).join(','),
            });
            return postFile(`/api/pictures?${said}`, photo);
          }}
        />
      </StationFrame>
    </Shell>
  );
}
