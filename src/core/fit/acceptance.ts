import type { Place } from '../device';
import {
  type Estimate,
  type Margin,
  about,
  atLeast,
  atMost,
  missing,
  named,
  oneOf,
  versionAtLeast,
} from '../margin';
import type { Drive } from '../part';
import { addressingMargins } from './addressing';
import { bayMargins } from './bay';
import { cardMargins } from './card';
import { type Build, type Setting, profileOrigin, sheet } from './question';

/** How a drive is written on an accepted list: maker, model and label size. */
export const listName = ({ maker, model, labelGB }: Drive): string => `${maker} ${model} ${labelGB}`;

const yearDays = 365.25;

/** Years until the rated terabytes are written, at the owner's pace. */
function enduranceYears({ enduranceTB, model }: Drive, pace: Estimate): Estimate {
  if (!enduranceTB)
    return missing(`the rated terabytes of the ${model}`, 'Read the endurance in its data sheet.');
  if (!pace.known) return pace;
  const years = (tb: number, gbPerDay: number) => (tb * 1000) / (Math.max(0.001, gbPerDay) * yearDays);
  const value = years(enduranceTB.value, pace.value);
  const low =
    enduranceTB.minus === null || pace.plus === null
      ? null
      : years(enduranceTB.value - enduranceTB.minus, pace.value + pace.plus);
  const high =
    enduranceTB.plus === null || pace.minus === null
      ? null
      : years(enduranceTB.value + enduranceTB.plus, pace.value - pace.minus);
  return about(value, low === null ? null : value - low, high === null ? null : high - value, {
    kind: 'computed',
    note: 'rated terabytes / written in a year',
  });
}

/** Will the device take it, and will it last? Accepted list, duty, system version, power, endurance, height of a disk. */
export function acceptanceMargins(setting: Setting, build: Build, place: Place): Margin[] {
  const { drive, adapter } = build;
  const { profile, systemVersion } = setting;
  const margins: Margin[] = [
    atMost(
      {
        id: 'power',
        what: 'Draw on the slot',
        unit: 'W',
        remedy: 'Choose a drive that draws less at its peak.',
      },
      drive.peakPowerW ??
        missing(`the peak draw of the ${drive.model}`, 'Read its highest power in the data sheet.'),
      place.powerAtMostW,
    ),
    atLeast(
      {
        id: 'endurance',
        what: 'Endurance at the owner’s pace',
        unit: 'years',
        remedy: 'Choose a drive with more rated terabytes, or a larger one of the same model.',
      },
      enduranceYears(drive, profile.use.writesGBPerDay),
      profile.use.keepYears,
    ),
  ];
  const { accepted } = place;
  if (accepted.kind === 'unknown')
    margins.push(
      oneOf(
        { id: 'accepted-list', what: 'Accepted list', unit: 'none' },
        named(listName(drive), sheet(drive)),
        missing(
          'whether the device refuses drives that are not on a list',
          'Read it in the maker’s manual; a drive out of the same model proves it.',
        ),
        profileOrigin,
      ),
    );
  if (accepted.kind === 'listed')
    margins.push(
      oneOf(
        {
          id: 'accepted-list',
          what: 'Accepted list',
          unit: 'none',
          remedy: `The device refuses what is not on its list, even where the data sheet matches.${accepted.donorOfSameModel ? ' A drive from a donor of the same model is accepted too.' : ''}`,
          note: accepted.donorOfSameModel
            ? 'Also accepted: a drive from a donor of the same model.'
            : undefined,
        },
        named(listName(drive), sheet(drive)),
        accepted.names,
        accepted.origin,
      ),
    );
  if (place.duty)
    margins.push(
      oneOf(
        {
          id: 'duty',
          what: 'Rated duty',
          unit: 'none',
          remedy:
            place.duty === 'continuous-video'
              ? 'It is written day and night: choose a drive rated for continuous video.'
              : 'Choose a drive rated for general use.',
        },
        drive.duty
          ? named(drive.duty.includes(place.duty) ? place.duty : (drive.duty[0] ?? 'none'), sheet(drive))
          : missing(`what duty the ${drive.model} is rated for`, 'Read it in the data sheet.'),
        [place.duty],
        profileOrigin,
      ),
    );
  if (place.minimumSystemVersion)
    margins.push(
      versionAtLeast(
        {
          id: 'system-version',
          what: 'System version',
          unit: 'none',
          remedy:
            'Update the device before it is opened: closed up again, an older one does not see the drive.',
        },
        systemVersion
          ? named(systemVersion, { kind: 'reading', note: 'as the device shows it' })
          : missing(
              'the system version of this device',
              'Read it in the device’s settings, before it is opened.',
            ),
        place.minimumSystemVersion.version,
        place.minimumSystemVersion.origin,
      ),
    );
  margins.push(
    ...bayMargins(place, { drive, adapter }),
    ...addressingMargins(place, build),
    ...cardMargins(place, build),
  );
  return margins;
}
