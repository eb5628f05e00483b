import { closeSync, openSync, readFileSync, statSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { buildTable, makeFat32, partitionTypeCodes, usableSectors } from '@/core/disk';
import { rehearse } from '@/dock';
import { unsafeValue } from '@/core/result';
import { sha256 } from '@/copier';
import { blank, workFolder } from './tools';

/** Real UEFI firmware in an emulated machine, on drives made here. */
const work = workFolder('rehearsal');
afterAll(() => work.clear());

const program = readFileSync(join(__dirname, '../../demo/start-file/start.efi'));

/** A drive with an EFI partition; `content` stands in its start file, none where it is null. */
function drive(name: string, sectorBytes: 512 | 4096, content: Uint8Array | null): string {
  // A FAT32 has 65,525 clusters or more, and a cluster is a sector at least.
  const part = (sectorBytes === 512 ? 40 : 280) * 2 ** 20;
  const sectors = (part + 2 ** 23) / sectorBytes;
  const first = 2 ** 20 / sectorBytes;
  const last = first + part / sectorBytes - 1;
  const path = blank(work.path(name), sectors * sectorBytes);
  const file = openSync(path, 'r+');
  const put = (bytes: Uint8Array, at: number) => writeSync(file, bytes, 0, bytes.length, at);
  const table = buildTable({
    kind: 'gpt',
    sectorBytes,
    driveSectors: sectors,
    diskGuid: '7F0C2A64-0B5E-4C5B-9B63-5D6A5B0C1D2E',
    ...usableSectors(sectors, sectorBytes),
    partitions: [
      {
        number: 1,
        typeGuid: partitionTypeCodes.efiSystem,
        partGuid: '7F0C2A64-0B5E-4C5B-9B63-5D6A5B0C1D2F',
        firstSector: first,
        lastSector: last,
        attributes: '0',
        name: 'start',
      },
    ],
  });
  for (const { offset, bytes } of table) put(bytes, offset);
  const fat = makeFat32({
    sectorBytes,
    totalSectors: last - first + 1,
    hiddenSectors: first,
    sectorsPerCluster: 1,
    tables: 2,
    roomForSectors: last - first + 1,
    volumeLabel: 'START',
    serial: 1,
    files: content ? [{ path: 'EFI/BOOT/BOOTX64.EFI', bytes: content.length }] : [],
  });
  for (const { offset, bytes } of fat.writes) put(bytes, first * sectorBytes + offset);
  for (const { start } of fat.extents) if (content) put(content, first * sectorBytes + start);
  closeSync(file);
  return path;
}

it.each([512, 4096] as const)(
  'a drive of %s-byte sectors is started and says so with the number of this run; nothing is written to it',
  async (sectorBytes) => {
    // A comma in its name ends no option of the emulator.
    const image = drive(`good,${sectorBytes}.img`, sectorBytes, program);
    const [before, changed] = [sha256(readFileSync(image)), statSync(image).mtimeMs];
    const shown = unsafeValue(await rehearse({ image, sectorBytes, run: '4711' }));
    expect(shown).toMatchObject({ verdict: 'own-line', said: 'Jicara demo start file, run 4711.' });
    expect([...shown.screen!.subarray(1, 4)].map((byte) => String.fromCharCode(byte)).join('')).toBe('PNG');
    expect([sha256(readFileSync(image)), statSync(image).mtimeMs]).toEqual([before, changed]);
  },
  1_500_000,
);

it.each([
  ['without a start file', null],
  ['whose start file is cut off', program.subarray(0, 300)],
])(
  'a drive %s is not started',
  async (_, content) => {
    const image = drive('bad.img', 512, content);
    const shown = unsafeValue(await rehearse({ image, sectorBytes: 512, run: '4712' }));
    expect(['not-found', 'nothing', 'shell', 'gave-up']).toContain(shown.verdict);
    expect(shown.said).not.toBe('');
  },
  1_500_000,
);

it('what is no drive at all ends with a sentence', async () => {
  const gone = await rehearse({ image: work.path('gone.img'), sectorBytes: 512, run: '4713' });
  expect(gone).toMatchObject({ ok: false, fault: { code: 'emulator' } });
});
