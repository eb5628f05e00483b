'use client';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { post } from '@/app/call';
import { Shell } from '@/app/shell';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { Sketch, figureAt, figuresOf, profileOfSketch } from '@/core/teach';
import { Button } from '@/ui/button';
import { SlotDrawing } from '@/ui/devices/slot-drawing';
import { answered, nothingTyped, sketchOf } from '@/ui/devices/teach-answers';
import { TeachForm } from '@/ui/devices/teach-form';
import { Field } from '@/ui/field';
import Link from '@/ui/link';
import { MainAction } from '@/ui/main-action';
import { FaultNotice } from '@/ui/notice';
import { Card, StationFrame } from '@/ui/station-frame';
import { useKeys } from '@/ui/use-keys';

type Known = { id: string; maker: string; name: string; family: string };

/** A device that nobody has described: eight answers, and it can be asked about and taken in. */
export function TeachScreen({ frame, known }: { frame: FrameView; known: Known[] }) {
  const router = useRouter();
  const [typed, setTyped] = useState(nothingTyped);
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  useKeys({ Escape: () => router.push('/devices') });
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

/** What these answers answer already, and what stays open. */
function Foretold({ typed, locale }: { typed: typeof nothingTyped; locale: string }) {
  const profile = useMemo(() => {
    const sketch = Sketch.safeParse(
      sketchOf({ ...typed, maker: typed.maker || '…', name: typed.name || '…' }),
    );
    return sketch.success
      ? { ok: true as const, value: profileOfSketch(sketch.data, 'sketch') }
      : sketch.error;
  }, [typed]);
  if (!('value' in profile)) {
    const [issue] = typed.forms.length > 0 ? profile.issues : [];
    return issue ? (
      <p className="font-semibold text-over">{issue.message}</p>
    ) : (
      <p className="text-soft">Say what goes in, and the place is drawn here.</p>
    );
  }
  const { places } = profile.value;
  return (
    <div className="flex flex-col gap-3">
      {places.map((place) => {
        const open = figuresOf(place).filter((figure) => figureAt(place, figure)?.known === false);
        return (
          <div key={place.id}>
            <SlotDrawing place={place} locale={locale} />
            <p className="mt-2 text-[0.875rem]">
              Answers already: whether a drive plugs in, and how large it shows. Not known yet, each with how
              to get it:
            </p>
            <ul className="mt-1 text-[0.875rem] text-tight">
              {open.map(({ id, words }) => (
                <li key={id}>{words}</li>
              ))}
            </ul>
          </div>
        );
      })}
    </div>
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
