import heronData from '../../../demo/devices/braskit-heron.json';
import ospreyData from '../../../demo/devices/braskit-osprey.json';
import { DeviceProfile } from '../device';
import { buildTable, deliveredTable, makeFat32, readDrive } from '../disk';
import { unsafeValue } from '../result';
import { SparseMemory } from '../disk/sparse-memory.test.data';
import { foldFacts } from '../work';
import { type DriveContents, lookInside, switchOn } from '.';

const osprey = DeviceProfile.parse(ospreyData);
const heron = DeviceProfile.parse(heronData);
const good: DriveContents = {
  driveBytes: 2e12,
  tableReadable: true,
  mirrorAtEnd: true,
  startFile: 'found',
  parts: 3,
  mainFileSystemBytes: 1.99e12,
};

const facts = (more: Record<string, boolean> = {}) =>
  foldFacts(
    Object.entries({ 'battery.connected': true, 'battery.in': true, 'drive.inserted': true, ...more }).map(
      ([fact, value]) => ({
        fact,
        value,
        at: '2026-11-24T08:00:00.000Z',
        by: 'IM',
      }),
    ),
  );
const outcome = (more: Record<string, boolean>, drive: DriveContents | null = good, profile = osprey) =>
  switchOn(profile, facts(more), drive, 6.9e9, 0.5).outcome;

describe('the simulated device', () => {
  it('starts with a good drive and shows what is on it', () => {
    const shown = switchOn(osprey, facts(), good, 7e9, 1);
    expect(shown).toMatchObject({
      outcome: 'started',
      hint: null,
      readings: { sizeShownBytes: 1.99e12, readTestBytesPerS: 6_930_000_000, parts: 3 },
    });
    expect(
      switchOn(osprey, facts(), { ...good, mainFileSystemBytes: 5e11 }, 7e9, 1).readings?.sizeShownBytes,
    ).toBe(5e11);
  });

  it('stays dark without power, or off the charger where the profile says so', () => {
    expect(outcome({ 'battery.connected': false })).toBe('dark');
    expect(outcome({ 'battery.connected': false, 'charger.connected': true })).toBe('started');
    expect(outcome({}, good, heron)).toBe('dark');
    expect(outcome({ 'charger.connected': true }, good, heron)).toBe('started');
    expect(outcome({ 'fan.aside': true })).toBe('dark');
  });

  it('finds nothing to start from without drive, table, EFI part or start file', () => {
    expect(outcome({ 'drive.inserted': false })).toBe('no-start-device');
    expect(outcome({}, null)).toBe('no-start-device');
    expect(outcome({}, { ...good, tableReadable: false })).toBe('no-start-device');
    expect(outcome({}, { ...good, startFile: 'no-efi-part' })).toBe('no-start-device');
    expect(outcome({}, { ...good, startFile: 'missing' })).toBe('no-start-device');
    expect(outcome({}, { ...good, mainFileSystemBytes: null })).toBe('does-not-finish');
  });

  it('looks inside real bytes: table, EFI part by its type code, start file at its path', async () => {
    const guid = (n: number) => `0000000${n}-AAAA-BBBB-CCCC-DDDDEEEEFFFF`;
    const drive = { sectors: 20_000_000, sectorBytes: 512 };
    const table = unsafeValue(deliveredTable(osprey.deliveredParts, drive, guid));
    const build = (path: string) => {
      const memory = new SparseMemory(table.driveSectors * 512);
      memory.writeAll(buildTable(table));
      const efi = table.parts[0]!;
      const made = makeFat32({
        ...osprey.deliveredParts[0]!.fat32,
        sectorBytes: 512,
        totalSectors: efi.lastSector - efi.firstSector + 1,
        hiddenSectors: efi.firstSector,
        serial: 1,
        files: [{ path, bytes: 9000 }],
      });
      memory.writeAll(made.writes, efi.firstSector * 512);
      return memory;
    };
    const look = async (memory: SparseMemory) =>
      lookInside(memory, await readDrive(memory, 512), osprey.startFile);
    expect(await look(build('EFI/BOOT/BOOTX64.EFI'))).toMatchObject({
      startFile: 'found',
      tableReadable: true,
      mirrorAtEnd: true,
      parts: 3,
    });
    expect(await look(build('EFI/OTHER.EFI'))).toMatchObject({ startFile: 'missing' });
    expect(await look(new SparseMemory(1e9))).toMatchObject({
      startFile: 'no-efi-part',
      tableReadable: false,
      mainFileSystemBytes: null,
    });
  });
});
