'use client';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import { Controller, type Resolver, useForm, useWatch } from 'react-hook-form';
import { type DeviceProfile, mainPlace } from '@/core/device';
import type { TakeIn } from '@/core/job';
import { heightClasses, parseFormFactor } from '@/core/part';
import type { Settings } from '@/core/workshop';
import { Button } from './button';
import { Choice } from './choice';
import { Field } from './field';
import { StationFrame } from './station-frame';
import { type AskEarlier, useEarlier, wasHere } from './use-earlier';
import { type Asked, type Typed, startTyped, usuallyInside } from './take-in-typed';
import type { AskParts } from './job/station-props';
import { useKeys } from './use-keys';
import { useLoaded } from './use-loaded';

const yesNoUnknown: { value: TakeIn['card']; label: string }[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
  { value: 'unknown', label: 'Not known' },
];
const yesNo: { value: 'yes' | 'no'; label: string }[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
];

const insideOptions: { value: Typed['inside']; label: string; hint?: string }[] = [
  { value: 'drive', label: 'A drive is in it' },
  { value: 'nothing', label: 'It is empty', hint: 'nothing to copy' },
];

/** What may be left out comes behind the rest. */
const MoreFields = dynamic(() => import('./take-in-more').then((m) => m.MoreFields), { ssr: false });

/** What follows from the answers is worked out behind the form, from the same rules as the job itself. */
const Foresight = dynamic(() => import('./foresight').then((m) => m.Foresight), {
  ssr: false,
  loading: () => <p className="text-[0.875rem] text-soft">Working out what follows from it …</p>,
});
/** The limits of each answer: fetched behind the form, which is seen and typed into before. */
const loadReader = () => import('./take-in-read');

type Props = {
  profiles: DeviceProfile[];
  askParts: AskParts;
  initial: TakeIn | null;
  /** Device and size that were asked about before. */
  asked?: Asked;
  settings: Settings;
  now: string;
  submitWords: string;
  /** Whether it is asked if this is practice, with simulated drives and a simulated device. */
  asksForPractice?: boolean;
  onSubmit: (takeIn: TakeIn) => Promise<boolean>;
  onCancel?: () => void;
  /** Shown from the first change on. */
  guard?: ReactNode;
  /** Earlier jobs of a device by its serial number; left out where nobody is asked. */
  askEarlier?: AskEarlier;
};

/** Taking in: few large choices in the order one would ask an owner, with what follows from them beside it. */
export function TakeInForm({
  profiles,
  askParts,
  initial,
  asked,
  settings,
  submitWords,
  asksForPractice = false,
  onSubmit,
  onCancel,
  guard,
  askEarlier,
}: Props) {
  const [sending, setSending] = useState(false);
  const [what, setWhat] = useState<'real' | 'practice'>('real');
  const resolver: Resolver<Typed> = async (typed) => {
    const { readTyped } = await loadReader();
    const { takeIn, faults } = readTyped(typed, settings.timeZone, settings.currency);
    if (takeIn) return { values: typed, errors: {} };
    return {
      values: {},
      errors: Object.fromEntries(
        Object.entries(faults).map(([name, message]) => [name, { type: 'form', message }]),
      ),
    };
  };
  const {
    register,
    control,
    handleSubmit,
    setValue,
    formState: { errors, dirtyFields },
  } = useForm<Typed>({
    defaultValues: startTyped(initial, profiles, settings.timeZone, asked),
    resolver,
    mode: 'onTouched',
  });
  const typed = { ...startTyped(initial, profiles, settings.timeZone, asked), ...useWatch({ control }) };
  const profile = profiles.find(({ id }) => id === typed.profileId) ?? profiles[0];
  const places = profile?.places.filter(({ replaceable }) => replaceable) ?? [];
  const main = profile && mainPlace(profile);
  // A device on the mains alone has no charge to ask for.
  const isEmpty = typed.inside === 'nothing';
  const hasCell = profile?.procedure.power !== 'mains';
  const reader = useLoaded(loadReader);
  const answered = reader?.readTyped(typed, settings.timeZone, settings.currency).answered;
  const submit = handleSubmit(async (sent) => {
    const { readTyped } = await loadReader();
    const { takeIn } = readTyped(sent, settings.timeZone, settings.currency);
    if (!takeIn) return;
    setSending(true);
    await onSubmit(asksForPractice ? { ...takeIn, practice: what === 'practice' } : takeIn);
    setSending(false);
  });
  // What was changed is not let go by a key: the button says it.
  const isChanged = Object.keys(dirtyFields).length > 0;
  useKeys({ Enter: () => void submit(), Escape: isChanged ? undefined : onCancel });
  const earlier = useEarlier(initial ? '' : typed.serial, askEarlier);
  const error = (name: keyof Typed) => errors[name]?.message;
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
  /** What is usually in a place, as far as it was not typed already. */
  const setInside = (device: DeviceProfile | undefined, where: string) => {
    const usual = usuallyInside(device, where);
    setValue('inside', usual.inside);
    if (!dirtyFields.formFactor) setValue('formFactor', usual.formFactor);
    if (!dirtyFields.label) setValue('label', usual.label);
  };
  const pickProfile = (id: string) => {
    setValue('profileId', id);
    setValue('where', '');
    const device = profiles.find((p) => p.id === id);
    setInside(device, '');
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
      {isChanged && guard}
      <StationFrame
        aside={
          profile &&
          answered && (
            <Foresight profile={profile} askParts={askParts} answered={answered} settings={settings} />
          )
        }
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
          Object.keys(errors).length > 0
            ? `${Object.keys(errors).length} to correct, marked in the form.`
            : 'What is left empty stays “not known” and may hold the job up later.'
        }
      >
        <section className="grid gap-x-6 gap-y-3.5 md:max-lg:grid-cols-2 xl:grid-cols-2">
          {asksForPractice && (
            <div className="col-span-full">
              <Choice
                legend="What is it?"
                value={what}
                onChange={setWhat}
                options={[
                  { value: 'real', label: 'A real device', hint: 'drives come as image files' },
                  { value: 'practice', label: 'Practice', hint: 'drives and device are simulated' },
                ]}
              />
            </div>
          )}
          <Controller
            control={control}
            name="profileId"
            render={({ field }) => (
              <div className="col-span-full">
                <Choice
                  legend={`Which device?${profile ? ` ${profile.maker} ${profile.name}: ${profile.family.toLowerCase()}` : ''}`}
                  value={field.value}
                  onChange={pickProfile}
                  options={profiles.map((p) => ({ value: p.id, label: deviceLabel(p, profiles) }))}
                />
              </div>
            )}
          />
          {places.length > 1 && main && (
            <Controller
              control={control}
              name="where"
              render={({ field }) => (
                <div className="col-span-full">
                  <Choice
                    legend="Where in the device?"
                    value={field.value || main.id}
                    onChange={(id) => {
                      field.onChange(id === main.id ? '' : id);
                      setInside(profile, id);
                    }}
                    options={places.map(({ id, name }) => ({ value: id, label: name }))}
                  />
                </div>
              )}
            />
          )}
          <Field
            label="Whose is it?"
            className="md:max-lg:col-span-full"
            autoComplete="off"
            dir="auto"
            {...register('owner')}
            error={error('owner')}
          />
          <div className="grid grid-cols-[1.3fr_1fr_0.8fr] gap-3 md:max-lg:col-span-full">
            <Field
              label="Where does it live?"
              autoComplete="off"
              dir="auto"
              {...register('place')}
              error={error('place')}
            />
            <Field
              label="Serial number"
              autoComplete="off"
              {...register('serial')}
              error={error('serial')}
              hint={wasHere(earlier)}
            />
            <Field
              label="System"
              placeholder="4.2.1"
              autoComplete="off"
              title="System version as the device shows it"
              {...register('version')}
              error={error('version')}
            />
          </div>
          <div className="grid grid-cols-[1fr_110px_110px] items-end gap-3 md:max-lg:col-span-full md:grid-cols-[minmax(max-content,1fr)_minmax(0,120px)_minmax(0,120px)]">
            {choice('wish', 'What is wanted?', [
              { value: 'bigger', label: 'Bigger' },
              { value: 'replace', label: 'Replace' },
            ])}
            <Field label="Size wanted" placeholder="2 TB" {...register('wanted')} error={error('wanted')} />
            <Field
              label="Budget"
              placeholder={settings.currency}
              inputMode="decimal"
              title="What the parts may cost; empty where nobody said"
              {...register('budget')}
              error={error('budget')}
            />
          </div>
          {choice('inside', 'Is a drive in it now?', insideOptions)}
          {error('inside') && (
            <p role="alert" className="col-span-full font-semibold text-over">
              {error('inside')}
            </p>
          )}
          {!isEmpty && (
            <div className="grid grid-cols-3 gap-3 col-span-full">
              <Field
                label="Old drive, form factor"
                {...register('formFactor')}
                error={error('formFactor')}
                hint={sizeWords(typed.formFactor)}
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
          )}
          {!isEmpty && choice('keep', 'Is there data to keep?', yesNo)}
          {choice('card', 'Is a card in the slot?', yesNoUnknown)}
          {!isEmpty && choice('encryption', 'Is encryption on?', yesNoUnknown)}
          {hasCell && choice('swollen', 'Does the back bulge?', yesNoUnknown)}
          {choice('consent', 'Told what opening does to the guarantee, and agrees?', yesNo)}
          <div
            className={`grid gap-3 md:max-lg:col-span-full ${hasCell ? 'grid-cols-2 md:grid-cols-[120px_1fr]' : ''}`}
          >
            {hasCell && (
              <Field
                label="Charge now, %"
                inputMode="decimal"
                {...register('charge')}
                error={error('charge')}
                hint={profile ? `opened below ${profile.opening.chargeBelowPercent} %` : undefined}
              />
            )}
            <Field
              label="Promised for"
              type="datetime-local"
              {...register('promised')}
              error={error('promised')}
              hint={settings.timeZone}
            />
          </div>
          <MoreFields register={register} error={error} choice={choice} isEmpty={isEmpty} />
          <Field
            label="Note"
            className="md:max-lg:col-span-full"
            dir="auto"
            {...register('note')}
            error={error('note')}
          />
        </section>
      </StationFrame>
    </form>
  );
}

/** A device's own name where it is the only one of it, else with its maker. */
const deviceLabel = ({ maker, name }: DeviceProfile, all: DeviceProfile[]): string =>
  all.filter((other) => other.name === name).length > 1 ? `${maker} ${name}` : name;

/** The form factor decoded as one types. */
function sizeWords(code: string): string {
  const parsed = parseFormFactor(code);
  if (!parsed.ok) return 'such as 2242-S3-M or 3.5-inch';
  if (parsed.value.kind !== 'module') return `a drive of ${parsed.value.kind}`;
  const { widthMm, lengthMm, heightClass, sides, keys } = parsed.value;
  return `${widthMm} × ${lengthMm} mm, ${sides}-sided, chips to ${heightClasses[heightClass]?.topMm} mm, key ${keys.join(' and ')}`;
}
