import { type Margin, atMost, exact, missing } from '../margin';
import { type DockCase, type Drive, addressedBytes, forecastSectors } from '../part';

/** Whether a case feeds a drive at its peak, and reaches its last sector; nothing about the second where nobody stated its bridge. */
export function caseMargins(dockCase: DockCase, drive: Drive): Margin[] {
  const margins = [
    atMost(
      {
        id: 'case-power',
        what: `Draw on the ${dockCase.model}`,
        unit: 'W',
        remedy:
          'Take a case with a supply of its own, or a hub that has one: a drive that starves drops off the bus in the middle of a copy.',
      },
      drive.peakPowerW ??
        missing(`the peak draw of the ${drive.model}`, 'Read its highest power in the data sheet.'),
      dockCase.suppliesW ??
        missing(`what the ${dockCase.model} passes on to a drive`, 'Read it on the case or in its paper.'),
    ),
  ];
  if (dockCase.addressBits) {
    const bytes = forecastSectors(drive.labelGB, drive.sectorBytes) * drive.sectorBytes;
    margins.push(
      atMost(
        {
          id: 'case-addressing',
          what: `Bytes that the ${dockCase.model} reaches`,
          unit: 'bytes',
          remedy:
            'Take a newer case: behind its last sector number this one writes over the beginning of the drive.',
          note: `Its bridge has ${dockCase.addressBits} bits for a sector’s number.`,
        },
        exact(bytes, { kind: 'specification', note: 'sectors by label, IDEMA LBA1-03' }),
        exact(addressedBytes(dockCase.addressBits, drive.sectorBytes), {
          kind: 'data-sheet-typical',
          note: dockCase.source,
        }),
      ),
    );
  }
  return margins;
}
