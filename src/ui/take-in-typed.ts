import { type DeviceProfile, placeOf } from '@/core/device';
import {
  type DeviceAnswers,
  type MoreOfTakeIn,
  type PartsAnswers,
  type TakeIn,
  TakeInForm as TakeInSchema,
} from '@/core/job';
import { parseFormFactor } from '@/core/part';
import { type Money, clip, minorDigits, parseBytes, parseDecimal, parseMoney, showBytes } from '@/core/units';
import { isoToLocal, localToIso } from './zoned-time';

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

/** A form factor as it is written, whatever case was typed; what does not read stays for the fault to quote. */
function tidyFormFactor(text: string): string {
  const parsed = parseFormFactor(text);
  return parsed.ok ? parsed.value.code : text.trim();
}

/** Whole label gigabytes from "512 GB", "2 TB" or a bare number of gigabytes. */
function gigabytes(text: string): number | string {
  const parsed = /^\d+$/u.test(text.trim())
    ? { ok: true as const, value: Number(text) * 1e9 }
    : parseBytes(text);
  return parsed.ok ? Math.round(parsed.value / 1e9) : `${parsed.fault.sentence} ${parsed.fault.remedy}`;
}

const fieldOf: Record<string, keyof Typed> = {
  wantedGB: 'wanted',
  'oldDrive.formFactor': 'formFactor',
  'oldDrive.labelGB': 'label',
  'oldDrive.usedBytes': 'used',
  chargePercent: 'charge',
  systemVersion: 'version',
  placeId: 'where',
  promisedAt: 'promised',
  'more.guaranteeUntil': 'guarantee',
  'more.account': 'account',
  'more.makerData': 'makerData',
};

/** What can be told from the answers so far, though others are still missing or wrong. */
export type Answered = { device: DeviceAnswers; parts: PartsAnswers | null };

export type Read = { takeIn: TakeIn | null; faults: Faults; answered: Answered };

/** What was typed, as a take-in, or what is wrong by field; money in the workshop's currency. */
export function readTyped(typed: Typed, timeZone: string, currency = 'EUR'): Read {
  const faults: Faults = {};
  const sized = (field: 'wanted' | 'label') => {
    const value = gigabytes(typed[field]);
    if (typeof value === 'string') faults[field] = value;
    return typeof value === 'string' ? 1 : value;
  };
  const isEmpty = typed.inside === 'nothing';
  if (typed.inside === '') faults.inside = 'Say whether a drive is in it now.';
  let usedBytes: number | null = null;
  if (!isEmpty && typed.used.trim() !== '') {
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
  let budget: Money | null = null;
  if (typed.budget.trim() !== '') {
    const parsed = parseMoney(typed.budget, currency);
    if (parsed.ok) budget = parsed.value;
    else faults.budget = `${parsed.fault.sentence} ${parsed.fault.remedy}`;
  }
  const promisedAt = typed.promised === '' ? null : localToIso(typed.promised, timeZone);
  if (typed.promised !== '' && promisedAt === null)
    faults.promised = 'This is no time. Pick a day and an hour.';
  const form = {
    profileId: typed.profileId,
    owner: typed.owner,
    serial: typed.serial,
    place: typed.place,
    wish: typed.wish,
    wantedGB: sized('wanted'),
    budget,
    dataToKeep: !isEmpty && typed.keep === 'yes',
    oldDrive: isEmpty
      ? null
      : { formFactor: tidyFormFactor(typed.formFactor), labelGB: sized('label'), usedBytes },
    encryption: typed.encryption,
    card: typed.card,
    swollen: typed.swollen,
    consent: typed.consent === 'yes',
    chargePercent,
    systemVersion: typed.version.trim() || null,
    placeId: typed.where || null,
    promisedAt,
    note: typed.note,
    more: {
      reason: typed.reason || null,
      guaranteeUntil: typed.guarantee || null,
      account: typed.account,
      makerData: typed.makerData,
      oldKind: isEmpty ? null : typed.oldKind || null,
    },
  };
  const parsed = TakeInSchema.safeParse(form);
  if (!parsed.success) {
    for (const issue of parsed.error.issues) {
      const path = issue.path.join('.');
      const field = fieldOf[path] ?? (path as keyof Typed);
      faults[field] ??= issue.message;
    }
  }
  const { card, encryption, swollen, consent, wantedGB, dataToKeep, oldDrive } = form;
  const sizesWrong =
    faults.budget ?? faults.inside ?? faults.wanted ?? faults.label ?? faults.used ?? faults.formFactor;
  return {
    takeIn: parsed.success && Object.keys(faults).length === 0 ? parsed.data : null,
    faults,
    answered: {
      device: {
        card,
        encryption,
        swollen,
        consent,
        oldDrive,
        chargePercent: faults.charge === undefined ? chargePercent : null,
      },
      parts:
        sizesWrong === undefined
          ? {
              wantedGB,
              budget,
              dataToKeep,
              oldDrive,
              systemVersion: form.systemVersion,
              placeId: form.placeId,
            }
          : null,
    },
  };
}

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
