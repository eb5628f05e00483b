'use client';
import { useRouter } from 'next/navigation';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { post } from '@/app/call';
import { LeaveGuard } from '@/app/leave-guard';
import { Shell } from '@/app/shell';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { Button } from '@/ui/button';
import { answered, nothingTyped, sketchOf } from '@/ui/devices/teach-answers';
import { TeachForm } from '@/ui/devices/teach-form';
import { Field } from '@/ui/field';
import Link from '@/ui/link';
import { MainAction } from '@/ui/main-action';
import { FaultNotice } from '@/ui/notice';
import { Card, StationFrame } from '@/ui/station-frame';
import { useKeys } from '@/ui/use-keys';

/** Fetched behind the form: nothing is foretold before something is answered. */
const Foretold = dynamic(() => import('@/ui/devices/foretold').then((m) => m.Foretold), { ssr: false });

type Known = { id: string; maker: string; name: string; family: string };

/** A device that nobody has described: eight answers, and it can be asked about and taken in. */
export function TeachScreen({ frame, known }: { frame: FrameView; known: Known[] }) {
  const router = useRouter();
  const [typed, setTyped] = useState(nothingTyped);
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const back = () => router.push('/devices');
  const isTyped = typed !== nothingTyped;
  useKeys({ Escape: isTyped ? undefined : back });
  const { given, asked } = answered(typed);
  const send = async (body: unknown) => {
    setBusy(true);
    const made = await post<{ id: string }>('/api/teach', body);
    setFault(made.ok ? null : made.fault);
    if (made.ok) router.push(`/devices/${made.value.id}`);
    else setBusy(false);
  };
  const save = () => void send({ sketch: sketchOf(typed) });
  return (
    <Shell frame={frame} at="devices">
      {isTyped && <LeaveGuard leave={back} />}
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Teach a device</h1>
        <p className="text-soft">
          <Link href="/devices" className="underline underline-offset-4">
            Devices
          </Link>{' '}
          · eight answers, then measure as you go
        </p>
      </div>
      <StationFrame
        wideAside
        aside={<Foretold typed={typed} locale={frame.settings.locale} />}
        actions={<MainAction words="Save this device" go={given === asked ? save : null} busy={busy} />}
        say={`${given} of ${asked} answers given. Whatever you do not know, say so: it stays unknown.`}
      >
        {fault && <FaultNotice fault={fault} />}
        <TeachForm typed={typed} onTyped={setTyped} />
        {known.length > 0 && <FromCopy known={known} busy={busy} send={(body) => void send(body)} />}
      </StationFrame>
    </Shell>
  );
}

/** Another one like one that is known: its figures are taken over, marked as that. */
function FromCopy({ known, busy, send }: { known: Known[]; busy: boolean; send: (body: unknown) => void }) {
  const [from, setFrom] = useState(known[0]?.id ?? '');
  const [maker, setMaker] = useState('');
  const [name, setName] = useState('');
  return (
    <Card title="Or from a copy of one that is known" hint="its figures are marked as taken over">
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          send({ copyOf: from, maker, name });
        }}
      >
        <label className="min-w-48 flex-1">
          <span className="mb-1 block font-semibold">Like</span>
          <select
            className="h-11 w-full rounded-xl border border-line-strong bg-surface px-3"
            value={from}
            onChange={(event) => setFrom(event.target.value)}
          >
            {known.map((one) => (
              <option key={one.id} value={one.id}>
                {one.maker} {one.name}
              </option>
            ))}
          </select>
        </label>
        <Field
          label="Its maker"
          className="min-w-36 flex-1"
          value={maker}
          maxLength={60}
          onChange={(event) => setMaker(event.target.value)}
        />
        <Field
          label="Its model"
          className="min-w-36 flex-1"
          value={name}
          maxLength={60}
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit" disabled={busy || maker.trim() === '' || name.trim() === ''}>
          Copy it
        </Button>
      </form>
    </Card>
  );
}
