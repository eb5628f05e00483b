'use client';
import { useState } from 'react';
import { Controller, type Resolver, useForm, useWatch } from 'react-hook-form';
import type { DeviceProfile } from '@/core/device';
import { type TakeIn, TakeInForm as TakeInSchema, foresee } from '@/core/job';
import { heightClasses, parseSizeCode } from '@/core/part';
import { clip, parseBytes, parseDecimal, showBytes, showDuration } from '@/core/units';
import type { Settings } from '@/core/workshop';
import { Button } from './button';
import { Choice } from './choice';
import { Field } from './field';
import { StationFrame } from './station-frame';
import { localToIso, isoToLocal } from './zoned-time';
import { useKeys } from './use-keys';

type Typed = {
  profileId: string;
  owner: string;
  serial: string;
  place: string;
  wish: 'bigger' | 'replace';
  wanted: string;
  keep: 'yes' | 'no';
  sizeCode: string;
  label: string;
  used: string;
  encryption: TakeIn['encryption'];
  card: TakeIn['card'];
  swollen: TakeIn['swollen'];
  consent: 'yes' | 'no';
  charge: string;
  promised: string;
  note: string;
};

type Faults = Partial<Record<keyof Typed, string>>;

/** Whole label gigabytes from "512 GB", "2 TB" or a bare number of gigabytes. */
function gigabytes(text: string): number | string {
  const parsed = /^\d+$/u.test(text.trim())
    ? { ok: true as const, value: Number(text) * 1e9 }
    : parseBytes(text);
  return parsed.ok ? Math.round(parsed.value / 1e9) : `${parsed.fault.sentence} ${parsed.fault.remedy}`;
}

const fieldOf: Record<string, keyof Typed> = {
  wantedGB: 'wanted',
  'oldDrive.sizeCode': 'sizeCode',
  'oldDrive.labelGB': 'label',
  'oldDrive.usedBytes': 'used',
  chargePercent: 'charge',
  promisedAt: 'promised',
};

/** What was typed, as a take-in, or what is wrong by field. */
function read(typed: Typed, timeZone: string): { takeIn: TakeIn | null; faults: Faults } {
  const faults: Faults = {};
  const sized = (field: 'wanted' | 'label') => {
    const value = gigabytes(typed[field]);
    if (typeof value === 'string') faults[field] = value;
    return typeof value === 'string' ? 1 : value;
  };
  let usedBytes: number | null = null;
  if (typed.used.trim() !== '') {
    const parsed = parseBytes(typed.used);
    if (parsed.ok) usedBytes = parsed.value;
    else faults.used = `${parsed.fault.sentence} ${parsed.fault.remedy}`;
  }
  let chargePercent: number | null = null;
  if (typed.charge.trim() !== '') {
    const parsed = parseDecimal(typed.charge.replace('%', ''));
    if (parsed.ok) chargePercent = parsed.value;
    else faults.charge = `“${clip(typed.charge)}” is no charge. Type a number from 0 to 100.`;
  }
  const promisedAt = typed.promised === '' ? null : localToIso(typed.promised, timeZone);
  if (typed.promised !== '' && promisedAt === null)
    faults.promised = 'This is no time. Pick a day and an hour.';
  const parsed = TakeInSchema.safeParse({
    profileId: typed.profileId,
    owner: typed.owner,
    serial: typed.serial,
    place: typed.place,
    wish: typed.wish,
    wantedGB: sized('wanted'),
    dataToKeep: typed.keep === 'yes',
    oldDrive: { sizeCode: typed.sizeCode.trim().toUpperCase(), labelGB: sized('label'), usedBytes },
    encryption: typed.encryption,
    card: typed.card,
    swollen: typed.swollen,
    consent: typed.consent === 'yes',
    chargePercent,
    promisedAt,
    note: typed.note,
  });
  if (!parsed.success) {
    for (const issue of parsed.error.issues) {
      const path = issue.path.join('.');
      const field = fieldOf[path] ?? (path as keyof Typed);
      faults[field] ??= issue.message;
    }
  }
  return { takeIn: parsed.success && Object.keys(faults).length === 0 ? parsed.data : null, faults };
}

const asked: { value: TakeIn['card']; label: string }[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
  { value: 'unknown', label: 'Not known' },
];
const yesNo: { value: 'yes' | 'no'; label: string }[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
];

type Props = {
  profiles: DeviceProfile[];
  initial: TakeIn | null;
  settings: Settings;
  now: string;
  submitWords: string;
  onSubmit: (takeIn: TakeIn) => Promise<boolean>;
  onCancel?: () => void;
};

function startOf(initial: TakeIn | null, profiles: DeviceProfile[], timeZone: string): Typed {
  const first = profiles[0]?.deliveredDrives[0];
  return {
    profileId: initial?.profileId ?? profiles[0]?.id ?? '',
    owner: initial?.owner ?? '',
    serial: initial?.serial ?? '',
    place: initial?.place ?? '',
    wish: initial?.wish ?? 'bigger',
    wanted: initial ? `${initial.wantedGB} GB` : '',
    keep: initial && !initial.dataToKeep ? 'no' : 'yes',
    sizeCode: initial?.oldDrive.sizeCode ?? first?.sizeCode ?? '',
    label: initial ? `${initial.oldDrive.labelGB} GB` : first ? `${first.labelGB} GB` : '',
    used: initial?.oldDrive.usedBytes == null ? '' : showBytes(initial.oldDrive.usedBytes).replace(/,/gu, ''),
    encryption: initial?.encryption ?? 'unknown',
    card: initial?.card ?? 'unknown',
    swollen: initial?.swollen ?? 'unknown',
    consent: initial?.consent ? 'yes' : 'no',
    charge: initial?.chargePercent == null ? '' : String(initial.chargePercent),
    promised: initial?.promisedAt ? isoToLocal(initial.promisedAt, timeZone) : '',
    note: initial?.note ?? '',
  };
}

/** Taking in: few large choices in the order one would ask an owner, with what follows from them beside it. */
export function TakeInForm({ profiles, initial, settings, submitWords, onSubmit, onCancel }: Props) {
  const [sending, setSending] = useState(false);
  const resolver: Resolver<Typed> = async (typed) => {
    const { takeIn, faults } = read(typed, settings.timeZone);
    if (takeIn) return { values: typed, errors: {} };
    return {
      values: {},
      errors: Object.fromEntries(
        Object.entries(faults).map(([name, message]) => [name, { type: 'form', message }]),
      ),
    };
  };
  const { register, control, handleSubmit, setValue, formState } = useForm<Typed>({
    defaultValues: startOf(initial, profiles, settings.timeZone),
    resolver,
    mode: 'onTouched',
  });
  const typed = { ...startOf(initial, profiles, settings.timeZone), ...useWatch({ control }) };
  const profile = profiles.find(({ id }) => id === typed.profileId) ?? profiles[0];
  const { takeIn } = read(typed, settings.timeZone);
  const submit = handleSubmit(async () => {
    if (!takeIn) return;
    setSending(true);
    await onSubmit(takeIn);
    setSending(false);
  });
  useKeys({ Enter: () => void submit(), Escape: onCancel });
  const error = (name: keyof Typed) => formState.errors[name]?.message;
  const choice = <N extends keyof Typed>(
    name: N,
    legend: string,
    options: { value: Typed[N] & string; label: string; hint?: string }[],
  ) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Choice
          legend={legend}
          options={options}
          value={field.value as Typed[N] & string}
          onChange={field.onChange}
        />
      )}
    />
  );
  const pickProfile = (id: string) => {
    setValue('profileId', id);
    const delivered = profiles.find((p) => p.id === id)?.deliveredDrives[0];
    if (delivered && !formState.dirtyFields.sizeCode) setValue('sizeCode', delivered.sizeCode);
    if (delivered && !formState.dirtyFields.label) setValue('label', `${delivered.labelGB} GB`);
  };
  return (
    <form
      className="flex min-h-0 flex-1 flex-col"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <StationFrame
        aside={profile && <Foresight profile={profile} typed={typed} takeIn={takeIn} />}
        actions={
          <>
            <Button kind="main" type="submit" keyName="Enter" disabled={sending}>
              {submitWords}
            </Button>
            {onCancel && (
              <Button keyName="Esc" onClick={onCancel}>
                Leave as it was
              </Button>
            )}
          </>
        }
        say={
          Object.keys(formState.errors).length > 0
            ? `${Object.keys(formState.errors).length} to correct, marked in the form.`
            : 'What is left empty stays “not known” and may hold the job up later.'
        }
      >
        <section className="grid gap-x-6 gap-y-3.5 xl:grid-cols-2">
          <Controller
            control={control}
            name="profileId"
            render={({ field }) => (
              <div className="xl:col-span-2">
                <Choice
                  legend={`Which device?${profile ? ` ${profile.family}` : ''}`}
                  value={field.value}
                  onChange={pickProfile}
                  options={profiles.map((p) => ({ value: p.id, label: `${p.maker} ${p.name}` }))}
                />
              </div>
            )}
          />
          <Field
            label="Whose is it?"
            autoComplete="off"
            dir="auto"
            {...register('owner')}
            error={error('owner')}
          />
          <div className="grid grid-cols-2 gap-3">
            <Field
              label="Where does it live?"
              autoComplete="off"
              dir="auto"
              {...register('place')}
              error={error('place')}
            />
            <Field label="Serial number" autoComplete="off" {...register('serial')} error={error('serial')} />
          </div>
          <div className="grid grid-cols-[1fr_150px] items-end gap-3">
            {choice('wish', 'What is wanted?', [
              { value: 'bigger', label: 'Bigger' },
              { value: 'replace', label: 'Replace' },
            ])}
            <Field label="Size wanted" placeholder="2 TB" {...register('wanted')} error={error('wanted')} />
          </div>
          {choice('keep', 'Is there data to keep?', yesNo)}
          <div className="grid grid-cols-3 gap-3 xl:col-span-2">
            <Field
              label="Old drive, size code"
              {...register('sizeCode')}
              error={error('sizeCode')}
              hint={sizeWords(typed.sizeCode)}
            />
            <Field
              label="Label capacity"
              placeholder="512 GB"
              {...register('label')}
              error={error('label')}
            />
            <Field
              label="In use"
              placeholder="0.42 GB"
              {...register('used')}
              error={error('used')}
              hint="as the device shows it"
            />
          </div>
          {choice('card', 'Is a card in the slot?', asked)}
          {choice('encryption', 'Is encryption on?', asked)}
          {choice('swollen', 'Does the back bulge?', asked)}
          {choice('consent', 'Told what opening does to the guarantee, and agrees?', yesNo)}
          <div className="grid grid-cols-2 gap-3">
            <Field
              label="Charge now, %"
              inputMode="decimal"
              {...register('charge')}
              error={error('charge')}
              hint={profile ? `opened below ${profile.opening.chargeBelowPercent} %` : undefined}
            />
            <Field
              label="Promised for"
              type="datetime-local"
              {...register('promised')}
              error={error('promised')}
              hint={settings.timeZone}
            />
          </div>
          <Field label="Note" dir="auto" {...register('note')} error={error('note')} />
        </section>
      </StationFrame>
    </form>
  );
}

/** The size code decoded as one types. */
function sizeWords(code: string): string {
  const parsed = parseSizeCode(code);
  if (!parsed.ok) return 'such as 2242-S3-M';
  const { widthMm, lengthMm, heightClass, sides, keys } = parsed.value;
  return `${widthMm} × ${lengthMm} mm, ${sides}-sided, chips to ${heightClasses[heightClass]?.topMm} mm, key ${keys.join(' and ')}`;
}

function Foresight({
  profile,
  typed,
  takeIn,
}: {
  profile: DeviceProfile;
  typed: Typed;
  takeIn: TakeIn | null;
}) {
  // While a field is still wrong, the answers that are given already count.
  const answers = {
    card: typed.card,
    encryption: typed.encryption,
    swollen: typed.swollen,
    consent: typed.consent === 'yes',
    chargePercent:
      takeIn?.chargePercent ??
      (/^\d+([.,]\d+)?\s*%?$/u.test(typed.charge.trim())
        ? Number.parseFloat(typed.charge.replace(',', '.'))
        : null),
  };
  const { holds, handMinutes } = foresee(profile, { ...(takeIn ?? ({} as TakeIn)), ...answers });
  return (
    <div aria-live="polite">
      <h2 className="text-[17px]">What will stop this job later</h2>
      {holds.length === 0 ? (
        <p className="mt-1 font-semibold text-clear">Nothing, as far as was asked.</p>
      ) : (
        <ul className="mt-1">
          {holds.map((hold) => (
            <li key={hold.code} className="border-b border-dashed border-line py-2 last:border-0">
              <b>{hold.what}</b>
              <span className="block text-[14px] text-soft">{hold.remedy}</span>
            </li>
          ))}
        </ul>
      )}
      <h2 className="mt-4 text-[17px]">First guess</h2>
      <p>
        Handwork about <b className="figures">{showDuration(handMinutes * 48)}</b> to{' '}
        <b className="figures">{showDuration(handMinutes * 84)}</b>, and the copy.
      </p>
      <h2 className="mt-4 text-[17px]">Way across</h2>
      <p>Copy on the dock: keeps {typed.keep === 'yes' ? 'everything on the old drive' : 'the system'}.</p>
      <h2 className="mt-4 text-[17px]">Charge before opening</h2>
      <p className="text-[14px] text-soft">{profile.opening.school}</p>
    </div>
  );
}
