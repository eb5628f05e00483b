import { type DeviceProfile, type ReadingName, placeOf, proofsOf } from '../device';
import { type Layout, placedBytes } from '../disk';
import { type Build, copyWithinRate, driveLimitC, chainReadRate, writeRate } from '../fit';
import {
  type Estimate,
  type Known,
  type Margin,
  type Missing,
  atLeast,
  atMost,
  exact,
  missing,
  named,
  oneOf,
  within,
} from '../margin';
import { writesItself } from '../route';
import { functionsAsked } from './functions-asked';
import { copyMargins } from './copy-margins';
import { mainPart } from './expect';
import type { Job } from './job';
import { leadsBack } from './opened-again';
import { placeIdOf } from './place-of-job';
import { readingsAsked } from './readings-asked';

/** What systems round away or set aside when they show a size; a named default, percent. */
export const sizeShownTolerancePercent = 1;

/** A rate that nobody set a limit for falls short below this share of what the chain is expected to carry: a named default. */
export const leastShareOfForecast = 0.5;

type OfJob = Pick<Job, 'readings' | 'copy' | 'choice' | 'route' | 'takeIn'> &
  Partial<Pick<Job, 'functions' | 'bootEntries' | 'openedAgain'>>;

export const bootEntriesId = 'boot-entries';

/** The margin of a function that must still work. */
export const functionMarginId = (id: string) => `function-${id}`;

/**
 * The margins of Prove: what this device can show, each against what was to be expected, and what must still work. What it cannot show by its
 * profile is not asked.
 */
export function proveMargins(
  profile: DeviceProfile,
  layout: Layout | null,
  job: OfJob,
  build: Build | null = null,
): Margin[] {
  const functions = functionsAsked(profile, job);
  // With its old drive it is as it was: what must still work is tried, what the new drive promised is not.
  if (leadsBack({ openedAgain: job.openedAgain ?? null }))
    return [...functions.map((one) => functionMargin(one, job)), ...bootMargins(job)];
  const { readings } = proofsOf(profile);
  return [
    ...readings.map((name) => readingMargin(name, profile, layout, job, build)),
    ...functions.map((one) => functionMargin(one, job)),
    ...bootMargins(job),
    // What a device wrote by itself, only the device can vouch for.
    ...(writesItself(job.route) && !job.copy ? [] : copyMargins(job.copy)),
  ];
}

function readingMargin(
  name: ReadingName,
  profile: DeviceProfile,
  layout: Layout | null,
  { readings, choice, takeIn }: OfJob,
  build: Build | null,
): Margin {
  const { what, unit, howToGet } = readingsAsked[name];
  const value: Known | Missing = readings[name] ?? missing(what.toLowerCase(), howToGet);
  const words = { id: name, what, unit };
  const place = placeOf(profile, placeIdOf({ choice, takeIn }));
  const noBuild = missing('the drive that was chosen', 'Choose it at Fit.');
  switch (name) {
    case 'size-shown': {
      const bytes = layout ? placedBytes(layout, mainPart(layout)) : null;
      const origin = {
        kind: 'computed',
        note: `the layout, ±${sizeShownTolerancePercent} % for rounding`,
      } as const;
      const side = (sign: 1 | -1) =>
        bytes === null
          ? missing('the layout', 'Lay out the new drive at Data.')
          : exact(bytes * (1 + (sign * sizeShownTolerancePercent) / 100), origin);
      const remedy = 'It still shows another size: was the partition grown, and is this the new drive?';
      return within({ ...words, remedy }, value, side(-1), side(1));
    }
    case 'parts-shown':
      return oneOf(
        {
          ...words,
          remedy: 'A partition is missing or one too many: look at the copy before closing the job.',
        },
        value.known ? named(String(value.value), value.origin) : value,
        layout ? [String(layout.partitions.length)] : [],
        { kind: 'computed', note: 'the layout' },
      );
    case 'read-test': {
      const remedy = 'Check the unit first (megabit or megabyte), then the seat of the drive, then heat.';
      const stated = place.limits.readAtLeastBytesPerS;
      // Where nobody has said what the device wants, what the chain is expected to carry, as far as that is known.
      const expected = build && !stated.known ? partOf(chainReadRate(place, build)) : stated;
      return atLeast({ ...words, remedy }, value, expected.known ? expected : stated);
    }
    case 'write-test': {
      const remedy =
        'Leave it alone for half an hour and test again: a drive that was just filled writes slowly.';
      const limit = place.limits.writeAtLeastBytesPerS ?? (build ? partOf(writeRate(place, build)) : noBuild);
      return atLeast({ ...words, remedy }, value, limit);
    }
    case 'timed-copy': {
      const remedy = 'Copy one large file, not many small ones, and nothing beside it.';
      return atLeast({ ...words, remedy }, value, build ? partOf(copyWithinRate(place, build)) : noBuild);
    }
    case 'drive-temperature': {
      const remedy = 'Does the pad touch? Is the fan free, and the way of air?';
      return atMost({ ...words, remedy }, value, build ? driveLimitC(build.drive, place) : noBuild);
    }
  }
}

/** The least that is expected of a rate: a share of its low side; where that is open, of its middle. */
function partOf(rate: Estimate): Estimate {
  if (!rate.known) return rate;
  const low = rate.minus === null ? rate.value : rate.value - rate.minus;
  const percent = Math.round(leastShareOfForecast * 100);
  return exact(low * leastShareOfForecast, {
    kind: 'computed',
    note: `${percent} % of what the chain carries, by its data sheets`,
  });
}

function functionMargin(
  { id, what, how }: { id: string; what: string; how: string },
  { functions = [] }: OfJob,
): Margin {
  const seen = functions.find((one) => one.id === id);
  const note = seen?.note ? seen.note : 'tried on the device';
  return oneOf(
    {
      id: functionMarginId(id),
      what,
      unit: 'none',
      remedy: 'Open it again: a plug, a ribbon or an aerial that is not home does that.',
    },
    seen && seen.result !== 'unseen'
      ? named(seen.result, { kind: 'reading', note })
      : missing(what.toLowerCase(), how),
    ['works'],
    { kind: 'default', note: 'as before the work' },
  );
}

/** Lines of the boot menu that were there before and are gone; nothing where nobody noted them before. */
function bootMargins({ bootEntries }: OfJob): Margin[] {
  if (!bootEntries?.before) return [];
  const { before, after } = bootEntries;
  const lost = after ? before.filter((entry) => !after.includes(entry)) : [];
  const origin = {
    kind: 'reading',
    note: lost.length > 0 ? `gone: ${lost.join(', ')}` : 'noted after the work',
  } as const;
  return [
    atMost(
      {
        id: bootEntriesId,
        what: 'Lines of the boot menu that are gone',
        unit: 'count',
        remedy: `Bring it back from the firmware’s menu, by its start file on the EFI partition; gone: ${lost.join(', ') || 'none'}.`,
      },
      after
        ? exact(lost.length, origin)
        : missing('the boot menu after the work', 'Note its lines, as before the work.'),
      exact(0, { kind: 'owner', note: 'as it was before' }),
    ),
  ];
}
