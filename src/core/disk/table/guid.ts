const order = [3, 2, 1, 0, 5, 4, 7, 6, 8, 9, 10, 11, 12, 13, 14, 15];

/** GUID bytes as on disk (first three groups little-endian, UEFI specification appendix A) to text, upper case. */
export function guidFromBytes(bytes: Uint8Array): string {
  const hex = order
    .map((at) => bytes[at]!.toString(16).padStart(2, '0'))
    .join('')
    .toUpperCase();
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}

/** Text GUID to its 16 bytes on disk. */
export function guidToBytes(guid: string): Uint8Array {
  const hex = guid.replaceAll('-', '');
  const bytes = new Uint8Array(16);
  order.forEach((at, i) => (bytes[at] = Number.parseInt(hex.slice(2 * i, 2 * i + 2), 16)));
  return bytes;
}

/** Type codes of partitions (UEFI specification 5.3.3 and the Discoverable Partitions Specification). */
export const partitionTypeCodes = {
  efiSystem: 'C12A7328-F81F-11D2-BA4B-00A0C93EC93B',
  basicData: 'EBD0A0A2-B9E5-4433-87C0-68B6B72699C7',
  recovery: 'DE94BBA4-06D1-4D40-A16A-BFD50179D6AC',
  reserved: 'E3C9E316-0B5C-4DB8-817D-F92DF00215AE',
  fileSystemData: '0FC63DAF-8483-4772-8E79-3D69D8477DE4',
  swap: '0657FD6D-A4AB-43C4-84E5-0933C84B4F4F',
} as const;

/** What a partition with this type code is called. */
export const partitionTypes: Readonly<Record<string, string>> = Object.freeze({
  [partitionTypeCodes.efiSystem]: 'EFI system',
  [partitionTypeCodes.reserved]: 'reserved',
  [partitionTypeCodes.basicData]: 'basic data',
  [partitionTypeCodes.recovery]: 'recovery',
  [partitionTypeCodes.fileSystemData]: 'file-system data',
  [partitionTypeCodes.swap]: 'swap',
});

export const noGuid = '00000000-0000-0000-0000-000000000000';
