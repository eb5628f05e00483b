'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { FaultNotice } from '@/ui/notice';
import { Card } from '@/ui/station-frame';
import { post } from './call';

/** An empty workshop invites the first acts: who works here, and which devices and parts are known. */
export function StartHere({ frame }: { frame: FrameView }) {
  const { hasProfiles } = frame;
  const router = useRouter();
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const bringIn = async () => {
    setBusy(true);
    const done = await post('/api/workshop/catalogue', {});
    setFault(done.ok ? null : done.fault);
    setBusy(false);
    router.refresh();
  };
  return (
    <section className="mx-auto flex w-full max-w-[640px] flex-col gap-4 pt-6">
      <h2 className="text-[1.875rem]">An empty workshop</h2>
      {fault && <FaultNotice fault={fault} />}
      <Card title="1 · Who works here?" hint={frame.technicians.length > 0 ? 'done' : undefined}>
        {frame.technicians.length > 0 ? (
          <p>{frame.technicians.map(({ name }) => name).join(', ')}</p>
        ) : (
          <AddTechnician />
        )}
      </Card>
      <Card title="2 · Devices and parts" hint={hasProfiles ? 'done' : undefined}>
        <p className="mb-3">
          Teach your own device with eight answers, or bring in the demo’s invented devices and parts to begin
          with. Your own jobs stay yours.
        </p>
        <div className="flex flex-wrap gap-3">
          <Button kind="main" onClick={() => router.push('/devices/new')}>
            Teach your own device
          </Button>
          <Button onClick={() => void bringIn()} disabled={busy}>
            {busy ? 'Bringing in …' : 'Bring in the demo’s devices and parts'}
          </Button>
        </div>
      </Card>
    </section>
  );
}

/** A technician: initials stand on every act. */
export function AddTechnician() {
  const router = useRouter();
  const [initials, setInitials] = useState('');
  const [name, setName] = useState('');
  const [fault, setFault] = useState<Fault | null>(null);
  const add = async () => {
    const done = await post('/api/workshop/technicians', { initials, name });
    setFault(done.ok ? null : done.fault);
    if (!done.ok) return;
    setInitials('');
    setName('');
    router.refresh();
  };
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <Field
        label="Initials"
        className="w-28"
        maxLength={4}
        value={initials}
        onChange={(e) => setInitials(e.target.value)}
      />
      <Field
        label="Name"
        className="min-w-48 flex-1"
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <Button type="submit" disabled={initials === '' || name === ''}>
        Add
      </Button>
      {fault && (
        <div className="basis-full">
          <FaultNotice fault={fault} />
        </div>
      )}
    </form>
  );
}
