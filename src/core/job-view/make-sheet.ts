import { oldBytes, partitionTypes, placedBytes } from '../disk';
import { driveBytes, partsOf } from '../fit';
import { type Part, kindOf } from '../part';
import { placeOfKinds } from '../placement';
import { writesItself } from '../route';
import { showBytes, totals } from '../units';
import {
  type DecideContext,
  stepsOf,
  ledgerOf,
  proveMargins,
  fitAnswer,
  leadsBack,
  isOnSheet,
  type JobRecord,
  lossesOfJob,
  newDriveOf,
  wasEncrypted,
} from '../job';
import { type Sheet, careFrom } from '../sheet';
const oldDriveWords = {
  kept: 'The old drive is kept as the way back until you are happy',
  returned: 'The old drive was given back with the device',
  none: 'No old drive: the place was empty',
} as const;

/** A part by its name and what matters of it. */
export const partWords = (part: Part): string => {
  const name = `${part.maker} ${part.model}`;
  if (part.schema === 'jicara.drive/2') return `${name} ${showBytes(part.labelGB * 1e9)}`;
  if (part.schema === 'jicara.pad/2') return `${name} pad ${part.freeThicknessMm.value} mm`;
  return `${name}, ${kindOf(part)}`;
};

/** The hand-over sheet of a job as it stands now; once handed over it is kept with the job and made no more. */
export function makeSheet(
  state: JobRecord,
  context: DecideContext,
  oldDrive: keyof typeof oldDriveWords | null = null,
  /** The last day that it is kept. */
  until: string | null = null,
): Sheet {
  const { job, history } = state;
  const { profile, drive, layout } = context;
  const { takeIn, choice } = job;
  const isBack = leadsBack(job);
  // What was tried and taken out again is no part of the device that goes home.
  const build = isBack ? null : choice && context.findBuild(choice);
  const fitted = build && choice && fitAnswer(job, profile, build, choice.placeId);
  const proved = proveMargins(profile, layout, job, build);
  const ledger = ledgerOf(state, context);
  const stepsDone = everyStep(history);
  const everDone = new Set(stepsDone.map(({ stepId }) => stepId));
  const swapIds = new Set(profile.procedure.swap.map(({ id }) => id));
  const wasSwapped = stepsDone.some(({ stepId }) => swapIds.has(stepId));
  const parts = (build ? partsOf(build) : []).map((part) => ({ what: partWords(part), price: part.price }));
  const label = job.dock ? ` (${job.dock.old.benchLabel})` : '';
  const keeping = isBack
    ? 'The old drive is in the device again; no step of this job writes to it'
    : oldDrive === 'none'
      ? oldDriveWords.none
      : oldDrive
        ? `${oldDriveWords[oldDrive]}${label}${until ? `, until ${until}; then it may be wiped` : ''}`
        : takeIn.oldDrive
          ? `What happens to the old drive${label} is noted at hand-over`
          : oldDriveWords.none;
  return {
    schema: 'jicara.sheet/1',
    job: job.id,
    number: null,
    price: priceOf(job),
    device: `${profile.maker} ${profile.name}`,
    serial: takeIn.serial,
    owner: takeIn.owner,
    place: takeIn.place,
    madeAt: context.at,
    before: takeIn.oldDrive
      ? {
          drive: takeIn.oldDrive.formFactor,
          bytes: driveBytes({ labelGB: takeIn.oldDrive.labelGB, sectorBytes: 512 }),
        }
      : { drive: 'none, the place was empty', bytes: null },
    wentBack: isBack ? (job.openedAgain?.why ?? null) : null,
    after: isBack
      ? {
          drive: `the old drive again, ${takeIn.oldDrive?.formFactor ?? 'form not known'}`,
          bytes: takeIn.oldDrive ? driveBytes({ labelGB: takeIn.oldDrive.labelGB, sectorBytes: 512 }) : 0,
          benchLabel: job.dock?.old.benchLabel ?? 'none',
          serial: job.dock?.old.serial ?? 'not read',
        }
      : {
          drive: drive ? `${drive.maker} ${drive.model}, ${drive.formFactor}` : 'none chosen',
          bytes: drive ? driveBytes(drive) : 0,
          benchLabel: newDriveOf(job)?.benchLabel ?? 'none yet',
          serial: newDriveOf(job)?.serial ?? 'none yet',
        },
    partitions: (isBack ? [] : (layout?.partitions ?? [])).map((part) => ({
      name: part.name,
      type: partitionTypes[part.typeGuid] ?? 'other',
      // Where the device wrote it by itself the old drive had no part in it.
      beforeBytes: layout && !writesItself(job.route) ? oldBytes(layout, part) : null,
      afterBytes: layout ? placedBytes(layout, part) : 0,
      change: writesItself(job.route) ? 'made new by the device, size as planned' : part.change,
    })),
    practice: job.takeIn.practice,
    copy: isBack ? null : job.copy,
    margins: [
      ...(fitted?.margins ?? []).map((margin) => ({ station: 'fit', margin })),
      ...proved.map((margin) => ({ station: 'prove', margin })),
    ],
    screws: { total: ledger.total, inBowl: ledger.inBowl },
    parts,
    totals: totals(parts.map((part) => part.price)),
    work: workBy(state, stepsDone, context),
    notes: [
      ...history
        .filter((entry) => isOnSheet(entry.kind))
        .map((entry) => ({ at: entry.at, by: entry.by, text: entry.sentence })),
      // What was taken although it is not known stands on the sheet with its reason.
      ...history
        .filter((entry) => entry.kind === 'choose' && choice?.reason != null)
        .slice(-1)
        .map((entry) => ({ at: entry.at, by: entry.by, text: entry.sentence })),
    ],
    oldDrive: keeping,
    showsCapacity: profile.showsCapacity,
    cautions: [
      takeIn.more?.guaranteeUntil && takeIn.more.guaranteeUntil >= takenIn(history)
        ? `A guarantee of the device ran until ${takeIn.more.guaranteeUntil} as it came in: opening may have ended it; local law differs.`
        : 'Opening may have ended a guarantee; local law differs.',
      ...(profile.procedure.power === 'mains'
        ? [
            'A mains supply is inside: if it smells, hums or trips the fuse, pull the plug and let somebody trained look.',
          ]
        : ['The first charge after the work: stay near, and stop if the back warms or bulges.']),
      'Jicara advises; the maker’s manual, local rules and licensed practice come first.',
    ],
    firstDays: isBack ? firstDaysBack(wasEncrypted(history)) : firstDaysOf(job, wasEncrypted(history)),
    losses: (isBack ? [] : lossesOfJob(job, profile)).map((what) => ({
      what,
      fate: job.losses.find((one) => one.what === what)?.fate ?? null,
    })),
    forGood: [
      ...profile.caseChanges
        .filter(({ id, isFinal }) => isFinal && choice?.caseChangeIds.includes(id) && wasSwapped)
        .map(({ id, title, risk }) => ({ what: title, why: risk, agreed: job.agreedChanges.includes(id) })),
      ...[...profile.procedure.open, ...profile.procedure.swap]
        .filter(({ id, final }) => final && everDone.has(id))
        .map(({ id, title, final }) => ({
          what: title,
          why: final ?? '',
          agreed: job.agreedChanges.includes(id),
        })),
    ],
    care: careFrom(profile.care, context.at),
    ...(isBack ? { things: [], placeOfKinds: [] } : thingsOf(job)),
    guarantee:
      !isBack && drive?.guaranteeYears
        ? `The maker of the new drive states ${drive.guaranteeYears} ${drive.guaranteeYears === 1 ? 'year' : 'years'} from the day of purchase; keep the bill.`
        : null,
  };
}

/** The day that it was taken in, ISO 8601. */
const takenIn = ([first]: JobRecord['history']): string => first?.at.slice(0, 10) ?? '';

/** What the owner pays: the final account, else the quote that was issued last. */
function priceOf({ quotes }: JobRecord['job']): Sheet['price'] {
  const last = quotes.findLast(({ kind }) => kind === 'final') ?? quotes.at(-1);
  return last
    ? {
        number: last.number,
        kind: last.kind,
        total: { minor: last.totalMinor, currency: last.currency },
      }
    : null;
}

/** Names of things that a sheet carries for one store; the rest is counted. */
const mostNames = 40;

/** Where things go, as the sheet carries it. */
function thingsOf({ things }: JobRecord['job']): Pick<Sheet, 'things' | 'placeOfKinds'> {
  if (!things) return { things: [], placeOfKinds: [] };
  const { question, placed } = things;
  const named = new Map(question.stores.map(({ id, name }) => [id, name]));
  const stores = [
    ...question.stores.map(({ id, name }) => ({ id, name })),
    { id: null, name: 'nowhere: fetched when wanted' },
  ];
  return {
    things: stores.flatMap(({ id, name }) => {
      const there = question.items.filter((item) => (placed[item.id] ?? null) === id);
      return there.length === 0
        ? []
        : [
            {
              store: name,
              bytes: there.reduce((sum, { bytes }) => sum + bytes, 0),
              count: there.length,
              names: there.slice(0, mostNames).map((item) => item.name),
            },
          ];
    }),
    placeOfKinds: placeOfKinds(question, placed).map(({ kind, storeId }) => ({
      kind,
      store: named.get(storeId) ?? storeId,
    })),
  };
}

/** What the owner does in the first days, by what was done here. */
function firstDaysOf({ takeIn, route, copy }: JobRecord['job'], sealed: boolean): string[] {
  return [
    'Use it for an evening and look whether all is there: games, saved games, sign-ins.',
    ...(sealed && copy
      ? ['Encryption was on before the work: look whether it is on again, and switch it on where it is not.']
      : []),
    ...(writesItself(route) ? ['Sign in, then let it fetch its updates before anything is moved back.'] : []),
    ...(takeIn.oldDrive ? ['Do not give the old drive away before then: it is the way back.'] : []),
    'If it stops, asks for a key or shows another size, bring it with this page.',
  ];
}

/** What the owner does in the first days where nothing was changed. */
const firstDaysBack = (sealed: boolean): string[] => [
  'It is as it came in: use it for an evening and look whether all is there.',
  ...(sealed
    ? ['Encryption was on before the work: look whether it is on again, and switch it on where it is not.']
    : []),
  'If it stops, or asks for a key, bring it with this page.',
];

/** Every step of the hands that stands, through all openings; those taken back do not count. */
function everyStep(history: JobRecord['history']): { stepId: string; by: string }[] {
  const done: { stepId: string; by: string }[] = [];
  for (const { kind, stepId, by } of history) {
    if (kind === 'step' && stepId) done.push({ stepId, by });
    else if (kind === 'step-back') done.pop();
  }
  return done;
}

/** Who did how many steps, and the minutes they usually take. */
function workBy(
  state: JobRecord,
  stepsDone: { stepId: string; by: string }[],
  context: DecideContext,
): Sheet['work'] {
  const { technicians } = context;
  // Steps of an opening before this one may be others: the pad that was laid in, say.
  const { openedAgain, ...first } = state.job;
  const steps = [
    ...stepsOf({ ...first, openedAgain: null }, context),
    ...(openedAgain ? stepsOf(state.job, context) : []),
  ];
  const minutes = new Map(steps.map((step) => [step.id, step.minutes]));
  const by = new Map<string, { acts: number; minutes: number }>();
  for (const step of stepsDone) {
    const sum = by.get(step.by) ?? { acts: 0, minutes: 0 };
    by.set(step.by, { acts: sum.acts + 1, minutes: sum.minutes + (minutes.get(step.stepId) ?? 0) });
  }
  return [...by].map(([initials, sum]) => ({
    by: technicians.find((t) => t.initials === initials)?.name ?? initials,
    ...sum,
  }));
}
