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
        note: mounting && connectors ? `Mounted ${mounting}, connectors ${connectors}.` : undefined,
      },
      entering.kind === form.kind
        ? heightInBay(build)
        : missing('a disk of this size', 'Choose one of the form factor.'),
      heightAtMostMm,
    ),
  ];
  margins.push(...mountMargins(form, build, heightInBay(build)));
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

/** How near a disk must be to a thickness that a mount is made for, mm (SFF-8201, tolerance of the height). */
const thicknessToleranceMm = 0.3;

/** The thickness that the mount is made for, and the threads that it uses, where the profile states them. */
function mountMargins(
  { thicknessesMm, mountHoles }: BayForm,
  { drive, adapter }: Pick<Build, 'drive' | 'adapter'>,
  height: Estimate,
): Margin[] {
  const margins: Margin[] = [];
  if (thicknessesMm) {
    const near =
      height.known && thicknessesMm.find((mm) => Math.abs(height.value - mm) <= thicknessToleranceMm);
    margins.push(
      oneOf(
        {
          id: 'thickness',
          what: 'Thickness that the mount is made for',
          unit: 'none',
          remedy: `The mount takes ${thicknessesMm.join(' or ')} mm: a thinner disk needs the spacer of that height, or it rattles.`,
        },
        height.known ? named(`${near || height.value} mm`, height.origin) : height,
        thicknessesMm.map((mm) => `${mm} mm`),
        profileOrigin,
      ),
    );
  }
  // An adapter is mounted by its own holes, which belong to the place that names it.
  if (mountHoles && !adapter) {
    const shared = drive.mountHoles?.find((holes) => mountHoles.includes(holes));
    margins.push(
      oneOf(
        {
          id: 'mount-holes',
          what: 'Threads for the mount',
          unit: 'none',
          remedy: `The mount uses ${mountHoles.join(', or ')}: large disks leave some threads out. Never screw into what is not a thread.`,
        },
        drive.mountHoles
          ? named(shared ?? drive.mountHoles.join(' and '), sheet(drive))
          : missing(`which threads the ${drive.model} has`, 'Look at its sides and its bottom.'),
        mountHoles,
        profileOrigin,
      ),
    );
  }
  return margins;
}
