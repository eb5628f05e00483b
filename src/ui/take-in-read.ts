import { type TakeIn, TakeInForm } from '@/core/job';
import { parseFormFactor } from '@/core/part';
import { type Money, clip, parseBytes, parseDecimal, parseMoney } from '@/core/units';
import type { Answered, Faults, Typed } from './take-in-typed';
import { localToIso } from './zoned-time';

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

export type Read = { takeIn: TakeIn | null; faults: Faults; answered: Answered };

/** What was typed as the form of a take-in, its limits not asked yet, and what does not read by field; money in the workshop's currency. */
function formOf(typed: Typed, timeZone: string, currency = 'EUR') {
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
  return { form, faults };
}

/** What the answers say so far, as far as none of them is wrong. */
function answeredOf({ form, faults }: ReturnType<typeof formOf>): Answered {
  const { card, encryption, swollen, consent, wantedGB, dataToKeep, oldDrive } = form;
  const sizesWrong =
    faults.budget ?? faults.inside ?? faults.wanted ?? faults.label ?? faults.used ?? faults.formFactor;
  return {
    device: {
      card,
      encryption,
      swollen,
      consent,
      oldDrive,
      chargePercent: faults.charge === undefined ? form.chargePercent : null,
    },
    parts:
      sizesWrong === undefined
        ? {
            wantedGB,
            budget: form.budget,
            dataToKeep,
            oldDrive,
            systemVersion: form.systemVersion,
            placeId: form.placeId,
          }
        : null,
  };
}

/** What was typed, as a take-in, or what is wrong by field; money in the workshop's currency. */
export function readTyped(typed: Typed, timeZone: string, currency = 'EUR'): Read {
  const { form, faults } = formOf(typed, timeZone, currency);
  const parsed = TakeInForm.safeParse(form);
  for (const issue of parsed.error?.issues ?? []) {
    const path = issue.path.join('.');
    const field = fieldOf[path] ?? (path as keyof Typed);
    faults[field] ??= issue.message;
  }
  return {
    takeIn: parsed.success && Object.keys(faults).length === 0 ? parsed.data : null,
    faults,
    answered: answeredOf({ form, faults }),
  };
}
