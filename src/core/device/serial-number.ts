import type { DeviceProfile } from './profile';
import type { Revision } from './variation';

/** A serial number as it is compared: capitals, without blanks. */
const plain = (serial: string): string => serial.toUpperCase().replaceAll(/\s/gu, '');

/**
 * The board revision that a serial number tells, by the ranges of the profile; null where none or more than one names it, and where its
 * length is another: then it is told by the marks on the board.
 */
export function revisionOfSerial(
  { revisions }: Pick<DeviceProfile, 'revisions'>,
  serial: string,
): Revision | null {
  const asked = plain(serial);
  const told = revisions.filter(({ serials }) =>
    serials?.some(
      ({ from, to }) => asked.length === plain(from).length && plain(from) <= asked && asked <= plain(to),
    ),
  );
  const [first, ...others] = told;
  return first && others.length === 0 ? first : null;
}
