import type { BayForm, Place } from '../device';
import {
  type Estimate,
  type Margin,
  atMost,
  atMostKnown,
  exact,
  greater,
  missing,
  named,
  oneOf,
  sum,
} from '../margin';
import { type Drive, caseHeight, formFactorOf, moduleBoardMm } from '../part';
import { unsafeValue } from '../result';
import { type Build, profileOrigin, sheet } from './question';

/** Thickness of a full-size card, mm (SD Physical Layer Specification, card outline), and of an eMMC package, a maximum (JEDEC MO-276). */
const cardMm = exact(2.1, { kind: 'specification', note: 'full-size card, 2.1 mm' });
const packageMm = atMostKnown(1, { kind: 'specification', note: 'eMMC package, 1.0 mm at most' });

/** How thick a drive is by itself, whatever it is, mm. */
export function driveThickness(drive: Drive): Estimate {
  const form = unsafeValue(formFactorOf(drive.formFactor));
  switch (form.kind) {
    case 'module':
      return sum(
        [form.bottom, moduleBoardMm, drive.measured.chipTopMm ?? drive.chipTopMm ?? form.top],
        'module with its chips',
      );
    case 'card':
      return cardMm;
    case 'eMMC':
      return packageMm;
    default:
      return caseHeight(drive);
  }
}

/** What stands in the bay: the disk, or the adapter with the drive on it, whichever of the two is higher, mm. */
export function heightInBay({ drive, adapter }: Pick<Build, 'drive' | 'adapter'>): Estimate {
  if (!adapter) return driveThickness(drive);
  const itself = sum([adapter.belowMm, adapter.boardMm, adapter.aboveMm], 'the adapter itself');
  const laden = sum(
    [adapter.belowMm, adapter.addsHeightMm, driveThickness(drive)],
    'adapter with the drive on it',
  );
  return greater(itself, laden, 'adapter and drive, the higher one');
}

const isBay = (form: Place['form']): form is BayForm =>
  form.kind === '1.8-inch' || form.kind === '2.5-inch' || form.kind === '3.5-inch';

/** A disk’s bay: height, and the plug where the profile states one. */
export function bayMargins(place: Place, build: Pick<Build, 'drive' | 'adapter'>): Margin[] {
  const { form } = place;
  if (!isBay(form)) return [];
  const { drive, adapter } = build;
  const { heightAtMostMm, mounting, connectors, connector } = form;
  const entering = unsafeValue(formFactorOf(adapter?.enters.formFactor ?? drive.formFactor));
  const margins = [
    atMost(
      {
        id: 'bay-height',
        what: 'Height in the bay',
        unit: 'mm',
        remedy: adapter ? 'Choose a flatter drive, or a flatter adapter.' : 'Choose a flatter disk.',
        note: `Mounted ${mounting}, connectors ${connectors}.`,
      },
      entering.kind === form.kind
        ? heightInBay(build)
        : missing('a disk of this size', 'Choose one of the form factor.'),
      heightAtMostMm,
    ),
  ];
  if (connector) {
    const plug = adapter ? adapter.enters.connector : drive.connector;
    const part = adapter ?? drive;
    margins.push(
      oneOf(
        {
          id: 'connector',
          what: 'Plug of the disk',
          unit: 'none',
          remedy: `This bay has a ${connector} plug: choose a disk with that one, or an adapter.`,
        },
        plug
          ? named(plug, sheet(part))
          : missing(`which plug the ${part.model} has`, 'Look at it, or read its data sheet.'),
        [connector],
        profileOrigin,
      ),
    );
  }
  return margins;
}
