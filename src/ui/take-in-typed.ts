import { type DeviceProfile, placeOf } from '@/core/device';
import type { DeviceAnswers, MoreOfTakeIn, PartsAnswers, TakeIn } from '@/core/job';
import { minorDigits, showBytes } from '@/core/units';
import { isoToLocal } from './wall-clock';

/** The take-in form as it is typed: texts and choices, before anything is parsed. */
export type Typed = {
  profileId: string;
  owner: string;
  serial: string;
  place: string;
  wish: 'bigger' | 'replace';
  wanted: string;
  /** What the parts may cost; empty where nobody said. */
  budget: string;
  keep: 'yes' | 'no';
  formFactor: string;
  label: string;
  used: string;
  encryption: TakeIn['encryption'];
  card: TakeIn['card'];
  swollen: TakeIn['swollen'];
  consent: 'yes' | 'no';
  charge: string;
  version: string;
  promised: string;
  note: string;
  reason: MoreOfTakeIn['reason'] | '';
  guarantee: string;
  account: string;
  makerData: string;
  oldKind: MoreOfTakeIn['oldKind'] | '';
  /** The place in the device; empty for the main one. */
  where: string;
  /** Whether a drive is in that place now; empty where nobody has said. */
  inside: 'drive' | 'nothing' | '';
};

export type Faults = Partial<Record<keyof Typed, string>>;

/** What can be told from the answers so far, though others are still missing or wrong. */
export type Answered = { device: DeviceAnswers; parts: PartsAnswers | null };

/** What was asked at the counter before the device was taken in. */
export type Asked = {
  profileId: string | null;
  wantedGB: number | null;
  placeId?: string | null;
  systemVersion?: string | null;
  /** The question as it was typed. */
  question?: string | null;
};

/**
 * What is in a place before anybody has said: the system’s own drive as the maker delivers it. Whether a place beside it is filled, and
 * with what, is asked; its form alone is known where only one goes in.
 */
export function usuallyInside(
  device: DeviceProfile | undefined,
  where: string,
): Pick<Typed, 'inside' | 'formFactor' | 'label'> {
  const place = device && placeOf(device, where);
  const [first] = device?.deliveredDrives ?? [];
  if (!place || place.role === 'system')
    return {
      inside: 'drive',
      formFactor: first?.formFactor ?? '',
      label: first ? `${first.labelGB} GB` : '',
    };
  const { kind } = place.form;
  return { inside: '', formFactor: kind === 'module' || kind === 'soldered' ? '' : kind, label: '' };
}

/** What a form begins with: the job's own answers, or what the device's maker usually delivers. */
export function startTyped(
  initial: TakeIn | null,
  profiles: DeviceProfile[],
  timeZone: string,
  asked?: Asked,
): Typed {
  const device = profiles.find(({ id }) => id === asked?.profileId) ?? profiles[0];
  const usual = usuallyInside(device, asked?.placeId ?? '');
  const old = initial?.oldDrive ?? null;
  return {
    profileId: initial?.profileId ?? device?.id ?? '',
    owner: initial?.owner ?? '',
    serial: initial?.serial ?? '',
    place: initial?.place ?? '',
    wish: initial?.wish ?? 'bigger',
    wanted: initial ? `${initial.wantedGB} GB` : asked?.wantedGB ? `${asked.wantedGB} GB` : '',
    budget: initial?.budget
      ? (initial.budget.minor / 10 ** minorDigits(initial.budget.currency)).toString()
      : '',
    keep: initial && !initial.dataToKeep ? 'no' : 'yes',
    inside: initial ? (initial.oldDrive ? 'drive' : 'nothing') : usual.inside,
    formFactor: old?.formFactor ?? usual.formFactor,
    label: old ? `${old.labelGB} GB` : usual.label,
    used: old?.usedBytes == null ? '' : showBytes(old.usedBytes).replace(/,/gu, ''),
    encryption: initial?.encryption ?? 'unknown',
    card: initial?.card ?? 'unknown',
    swollen: initial?.swollen ?? 'unknown',
    consent: initial?.consent ? 'yes' : 'no',
    charge: initial?.chargePercent == null ? '' : String(initial.chargePercent),
    version: initial?.systemVersion ?? asked?.systemVersion ?? '',
    promised: initial?.promisedAt ? isoToLocal(initial.promisedAt, timeZone) : '',
    note: initial?.note ?? (asked?.question ? `Asked at the counter: ${asked.question}` : ''),
    reason: initial?.more?.reason ?? '',
    guarantee: initial?.more?.guaranteeUntil ?? '',
    account: initial?.more?.account ?? '',
    makerData: initial?.more?.makerData ?? '',
    oldKind: initial?.more?.oldKind ?? '',
    where: initial?.placeId ?? asked?.placeId ?? '',
  };
}
