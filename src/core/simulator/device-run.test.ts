import atriumData from '../../../demo/devices/quenlo-atrium.json';
import heronData from '../../../demo/devices/braskit-heron.json';
import skeinData from '../../../demo/devices/vellamar-skein.json';
import ospreyData from '../../../demo/devices/braskit-osprey.json';
import fc from 'fast-check';
import { DeviceProfile, type PowerPhase } from '../device';
import { buildTable, deliveredTable, makeFat32, readDrive } from '../disk';
import { unsafeValue } from '../result';
import { SparseMemory } from '../disk/sparse-memory.test.data';
import { type KnownFact, foldFacts } from '../work';
import {
  type DriveContents,
  type Inside,
  type PressKey,
  blankContents,
  freshContents,
  lookInside,
  pressKeys,
  settle,
  showDevice,
} from '.';

const osprey = DeviceProfile.parse(ospreyData);
const heron = DeviceProfile.parse(heronData);
const atrium = DeviceProfile.parse(atriumData);
const skein = DeviceProfile.parse(skeinData);
const good: DriveContents = {
  driveBytes: 2e12,
  tableReadable: true,
  mirrorAtEnd: true,
  startFile: 'found',
  parts: 3,
  mainFileSystemBytes: 1.99e12,
  sealed: false,
};

const facts = (more: Partial<Record<KnownFact, boolean>> = {}) =>
  foldFacts(
    Object.entries({ 'battery.connected': true, 'battery.in': true, 'drive.inserted': true, ...more }).map(
      ([fact, value]) => ({
        fact: fact as KnownFact,
        value,
        at: '2026-11-24T08:00:00.000Z',
        by: 'IM',
      }),
    ),
  );
const inside = (more: Partial<Inside> = {}, known: Partial<Record<KnownFact, boolean>> = {}): Inside => ({
  facts: facts(known),
  drive: good,
  driveName: 'Ostrel Marl',
  accepts: 'yes',
  stick: null,
  fresh: null,
  wrong: new Set(),
  chainBytesPerS: 7e9,
  luck: 1,
  ...more,
});
const blank = blankContents(2e12);
const fresh = freshContents(2e12, 3, 1.98e12);
const outcome = (known: Record<string, boolean>, more: Partial<Inside> = {}, profile = osprey) =>
  settle(profile, inside(more, known)).outcome;
/** What is shown after presses, each once what came before has settled for that many seconds. */
const after = (
  profile: DeviceProfile,
  made: Inside,
  menu: boolean,
  ...presses: [atS: number, key: PressKey][]
) => ({
  at: (nowS: number) =>
    showDevice(profile, made, { menu, presses: presses.map(([atS, key]) => ({ atS, key })) }, nowS),
});

describe('the simulated device', () => {
  it('starts with a good drive and shows what is on it', () => {
    expect(settle(osprey, inside())).toMatchObject({
      outcome: 'started',
      code: 'started',
      hint: null,
      readings: { sizeShownBytes: 1.99e12, readTestBytesPerS: 6_930_000_000, parts: 3 },
    });
    // Where nobody knows how fast it is read it shows no rate, and never one of nothing.
    expect(settle(osprey, inside({ chainBytesPerS: null })).readings).toEqual({
      sizeShownBytes: 1.99e12,
      parts: 3,
    });
    // A partition that was not grown shows its old size, and starts all the same.
    const old = settle(osprey, inside({ drive: { ...good, mainFileSystemBytes: 5e11 } }));
    expect(old.readings?.sizeShownBytes).toBe(5e11);
  });

  it('stays dark without power, or off the charger where the profile says so', () => {
    expect(outcome({ 'battery.connected': false })).toBe('dark');
    expect(outcome({ 'battery.connected': false, 'charger.connected': true })).toBe('started');
    expect(outcome({}, {}, heron)).toBe('dark');
    expect(outcome({ 'charger.connected': true }, {}, heron)).toBe('started');
    expect(outcome({ 'fan.aside': true })).toBe('dark');
    // A cell does not start what runs on mains.
    expect(outcome({}, {}, skein)).toBe('dark');
    expect(outcome({ 'mains.plugged': true }, {}, skein)).toBe('started');
  });

  it('finds nothing to start from without drive, table, EFI partition or start file', () => {
    const starts = (drive: DriveContents | null) => outcome({}, { drive });
    expect(outcome({ 'drive.inserted': false })).toBe('no-start-device');
    expect(starts(null)).toBe('no-start-device');
    expect(starts({ ...good, tableReadable: false })).toBe('no-start-device');
    expect(starts({ ...good, startFile: 'no-efi-part' })).toBe('no-start-device');
    expect(starts({ ...good, startFile: 'missing' })).toBe('no-start-device');
    expect(starts({ ...good, mainFileSystemBytes: null })).toBe('does-not-finish');
  });

  it.each([
    ['an encrypted partition', { drive: { ...good, sealed: true } }, 'asks-key'],
    ['a system that is too old for the drive', { accepts: 'system-too-old' }, 'not-seen'],
    ['a drive that is not on the list', { accepts: 'not-on-list' }, 'not-accepted'],
    ['a lost boot entry', { wrong: new Set(['boot-entry.kept']) }, 'nothing-to-start'],
    ['a ribbon that is not latched', { wrong: new Set(['ribbon.latched']) }, 'dark-with-sound'],
  ] as [string, Partial<Inside>, string][])('says so with %s', (_, more, code) => {
    expect(settle(osprey, inside(more)).code).toBe(code);
  });

  it('works in its phases, each with its worry point, and shows being stuck only behind it', () => {
    const [dark, sign, system] = osprey.firstPower.phases as [PowerPhase, PowerPhase, PowerPhase];
    const run = after(osprey, inside(), false);
    expect(run.at(0)).toMatchObject({ shows: dark.shows, code: null, changesAtS: dark.usualS });
    expect(run.at(dark.usualS).phase).toMatchObject({ shows: sign.shows, sinceS: dark.usualS });
    const stuck = after(osprey, inside({ drive: { ...good, mainFileSystemBytes: null } }), false);
    const beganS = dark.usualS + sign.usualS;
    expect(stuck.at(beganS + system.worryS - 1)).toMatchObject({
      shows: system.shows,
      code: null,
      hint: null,
    });
    expect(stuck.at(beganS + system.worryS)).toMatchObject({ code: 'sign-stays', changesAtS: null });
    // Slow is not stuck: behind the worry point it starts after all.
    const slow = inside({ wrong: new Set(['start.quick']) });
    expect([settle(osprey, slow).code, settle(osprey, slow, true).code]).toEqual(['sign-stays', 'started']);
  });

  it('lists in its boot menu what is really there, and starts what is chosen', () => {
    const stick = { name: 'ST-1101: Quay 2.9', starts: true };
    const made = inside({ drive: { ...good, startFile: 'missing' }, stick });
    expect(after(osprey, made, true).at(60).menu).toEqual([
      { id: 'drive', words: 'Ostrel Marl', note: 'EFI partition without a start file' },
      { id: 'stick', words: 'ST-1101: Quay 2.9', note: 'starts the restore' },
      { id: 'network', words: 'Restore over the network', note: expect.any(String) },
    ]);
    const small = inside({ drive: { ...good, mainFileSystemBytes: 2.5e11 } });
    expect(after(osprey, small, true).at(60).menu![0]!.note).toBe(
      'start file found; its largest partition has 250 GB of 2 TB',
    );
    const lost = inside({ wrong: new Set(['boot-entry.kept']) });
    expect(after(osprey, lost, true).at(60).menu![0]!.note).toMatch(/no entry saved/u);
    expect(after(osprey, lost, true, [60, 'drive'], [999, 'refuse']).at(1000).code).toBe('started');
    expect(
      after(osprey, inside({ stick: { name: 's', starts: false } }), true, [60, 'stick']).at(61),
    ).toMatchObject({
      code: 'nothing-to-start',
      hint: expect.stringMatching(/write it anew/u),
    });
  });

  it('restores itself over the network while it is left alone, asks in between, and is spoiled by a key', () => {
    const made = inside({ drive: blank, fresh }, { 'charger.connected': true });
    const begun: [number, PressKey] = [60, 'network'];
    const [fetches, writes] = heron.firstPower.network as [PowerPhase, PowerPhase];
    expect(after(heron, made, true, begun).at(61).phase).toMatchObject({
      leaveAlone: true,
      shows: fetches.shows,
    });
    expect(after(heron, made, true, begun, [100, 'touch']).at(101)).toMatchObject({
      code: 'spoiled',
      wroteDrive: false,
    });
    // The prompt goes away by itself; answering it breaks the restore off.
    const askedS = 60 + fetches.usualS + writes.usualS;
    expect(after(heron, made, true, begun).at(askedS + 1).prompt).toMatchObject({ answer: 'leave-alone' });
    expect(after(heron, made, true, begun, [askedS + 1, 'accept']).at(askedS + 2)).toMatchObject({
      code: 'spoiled',
    });
    const restored = after(heron, made, true, begun, [1e5, 'refuse']).at(1e5);
    expect(restored).toMatchObject({
      code: 'started',
      wroteDrive: true,
      readings: { sizeShownBytes: 1.98e12, parts: 3 },
    });
  });

  it('asks before it formats, gives its own read test, and wants the right answer to each prompt', () => {
    const made = inside({ drive: blank, fresh }, { 'mains.plugged': true });
    const asks = after(atrium, made, false).at(60);
    expect(asks.prompt).toMatchObject({ id: 'format', answer: 'accept' });
    expect(after(atrium, made, false, [60, 'refuse']).at(61)).toMatchObject({ code: 'spoiled' });
    expect(after(atrium, made, false, [60, 'accept']).at(110).phase).toMatchObject({
      shows: 'its own read test',
    });
    const moves = after(atrium, made, false, [60, 'accept'], [300, 'accept']);
    expect(moves.at(299).prompt).toMatchObject({ id: 'move', answer: 'refuse' });
    expect(moves.at(301).code).toBe('spoiled');
    expect(settle(atrium, made)).toMatchObject({
      code: 'started',
      readings: { readTestBytesPerS: 6_930_000_000 },
    });
    // The recorder formats without asking.
    expect(
      after(skein, inside({ drive: blank, fresh }, { 'mains.plugged': true }), false).at(500).phase,
    ).toMatchObject({ leaveAlone: true });
  });

  it('whatever is pressed and whenever, shows something, and never goes back in time', () => {
    const press = fc.record({ atS: fc.integer({ min: 0, max: 9000 }), key: fc.constantFrom(...pressKeys) });
    fc.assert(
      fc.property(
        fc.constantFrom(osprey, heron, atrium, skein),
        fc.array(press, { maxLength: 8 }),
        fc.boolean(),
        fc.constantFrom(good, blank, { ...good, sealed: true }, null),
        fc.integer({ min: 0, max: 12_000 }),
        (profile, pressed, menu, drive, nowS) => {
          const presses = pressed.toSorted((a, b) => a.atS - b.atS);
          const made = inside({ drive, fresh }, { 'charger.connected': true, 'mains.plugged': true });
          const shown = showDevice(profile, made, { menu, presses }, nowS);
          expect(shown.shows).not.toBe('');
          expect(shown.changesAtS === null || shown.changesAtS > nowS).toBe(true);
          expect(shown.readings !== null).toBe(shown.code === 'started');
        },
      ),
      { numRuns: 400 },
    );
  });

  it('looks inside real bytes: table, EFI partition by its type code, start file at its path', async () => {
    const guid = (n: number) => `0000000${n}-AAAA-BBBB-CCCC-DDDDEEEEFFFF`;
    const drive = { sectors: 20_000_000, sectorBytes: 512 };
    const table = unsafeValue(deliveredTable(osprey.deliveredParts, drive, guid));
    const build = (path: string) => {
      const memory = new SparseMemory(table.driveSectors * 512);
      memory.writeAll(buildTable(table));
      const efi = table.partitions[0]!;
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
