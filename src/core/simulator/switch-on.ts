import { z } from 'zod';
import { type DeviceProfile, PowerPhase } from '../device';
import {
  type DriveReading,
  type BlockReader,
  fileSystemOf,
  findFile,
  growsAtAll,
  partBytes,
  partReader,
  partTypeCodes,
} from '../disk';
import { type Facts, factValue, isTrue } from '../work';

/** What the firmware finds on the drive that sits in the device; read from the bytes. */
export type DriveContents = {
  driveBytes: number;
  tableReadable: boolean;
  mirrorAtEnd: boolean;
  startFile: 'found' | 'missing' | 'no-efi-part';
  parts: number;
  /** Size of the largest file system, bytes; null where none can be read. */
  mainFileSystemBytes: number | null;
};

/** A drive as it comes out of its box. */
export const blankContents = (driveBytes: number): DriveContents => ({
  driveBytes,
  tableReadable: false,
  mirrorAtEnd: false,
  startFile: 'no-efi-part',
  parts: 0,
  mainFileSystemBytes: null,
});

/** Looks at a drive as a firmware would: table, EFI part by its type code, start file where the profile says. */
export async function lookInside(
  drive: BlockReader,
  reading: DriveReading,
  startFile: string,
): Promise<DriveContents> {
  const { table } = reading;
  const efi = table?.parts.find((part) => part.typeGuid === partTypeCodes.efiSystem);
  let start: DriveContents['startFile'] = 'no-efi-part';
  const fileSystem = efi && fileSystemOf(reading, efi.number);
  if (efi && fileSystem?.family === 'fat') {
    const found = await findFile(partReader(drive, efi, reading.sectorBytes), fileSystem.fat, startFile);
    start = found.ok && found.value && found.value.bytes > 0 ? 'found' : 'missing';
  }
  const sizes = (table?.parts ?? []).flatMap((part) => {
    const fileSystem = fileSystemOf(reading, part.number);
    if (!fileSystem || fileSystem.usedBytes === null || fileSystem.freeBytes === null) return [];
    // A system that grows its own part has done so by the time it shows a size.
    const isGrown = fileSystem.growth.by === 'device' && growsAtAll(part.typeGuid);
    return [isGrown ? partBytes(part, reading.sectorBytes) : fileSystem.usedBytes + fileSystem.freeBytes];
  });
  return {
    driveBytes: drive.length,
    tableReadable: table !== null,
    mirrorAtEnd: table !== null && !reading.faults.some(({ code }) => code.startsWith('mirror')),
    startFile: start,
    parts: table?.parts.length ?? 0,
    mainFileSystemBytes: sizes.length > 0 ? Math.max(...sizes) : null,
  };
}

/** What the simulated device shows when it is switched on, and the readings it would give once started. */
export const SwitchedOn = z.object({
  outcome: z.enum(['started', 'dark', 'no-start-device', 'does-not-finish']),
  shows: z.string(),
  /** What this usually means; null when all is well. */
  hint: z.string().nullable(),
  phases: z.array(PowerPhase),
  readings: z.object({ sizeShownBytes: z.int(), readTestBytesPerS: z.int(), parts: z.int() }).nullable(),
});
export type SwitchedOn = z.infer<typeof SwitchedOn>;

/**
 * The simulated device: the same facts as the procedure and the holds, and the bytes of the drive in it.
 * `chainBytesPerS` is what the slot's chain carries with this drive; `luck` 0..1 varies the read test by 3 %.
 */
export function switchOn(
  profile: DeviceProfile,
  facts: Facts,
  drive: DriveContents | null,
  chainBytesPerS: number,
  luck: number,
): SwitchedOn {
  const [dark, ...later] = profile.firstPower.phases;
  const stop = (
    outcome: SwitchedOn['outcome'],
    shows: string,
    hint: string,
    phases: PowerPhase[],
  ): SwitchedOn => ({
    outcome,
    shows,
    hint,
    phases,
    readings: null,
  });
  const charger = isTrue(facts, 'charger.connected');
  const battery = isTrue(facts, 'battery.connected') && factValue(facts, 'battery.in') !== false;
  if (!charger && !battery) {
    return stop('dark', 'Dark, no sound', 'No power: neither battery nor charger is connected.', [dark!]);
  }
  if (!charger && profile.firstPower.startsOnlyOnCharger) {
    return stop(
      'dark',
      'Dark, no sound',
      'After its battery was unplugged this device starts only on the charger.',
      [dark!],
    );
  }
  if (isTrue(facts, 'fan.aside')) {
    return stop(
      'dark',
      'Goes out again after a second',
      'The fan is not in its place: the firmware stops to protect itself.',
      [dark!],
    );
  }
  if (!isTrue(facts, 'drive.inserted') || drive === null) {
    return stop('no-start-device', 'NO STORAGE FOUND', 'No drive is seen: is it in the socket to the end?', [
      dark!,
    ]);
  }
  const sign = later[0] ? [dark!, later[0]] : [dark!];
  if (!drive.tableReadable || drive.startFile === 'no-efi-part') {
    return stop(
      'no-start-device',
      'NOTHING TO START FROM',
      drive.parts === 0
        ? 'The drive is seen and is empty: it starts from a stick, or holds no copy yet.'
        : 'The drive is seen, but holds no readable EFI part.',
      sign,
    );
  }
  if (drive.startFile === 'missing') {
    return stop(
      'no-start-device',
      'NOTHING TO START FROM',
      'The EFI part holds no start file at the place the firmware looks.',
      sign,
    );
  }
  if (drive.mainFileSystemBytes === null) {
    return stop(
      'does-not-finish',
      'Starts, then waits for its system part',
      'The system part cannot be read.',
      profile.firstPower.phases,
    );
  }
  return {
    outcome: 'started',
    shows: 'Home screen',
    hint: null,
    phases: profile.firstPower.phases,
    readings: {
      sizeShownBytes: drive.mainFileSystemBytes,
      readTestBytesPerS: Math.round((chainBytesPerS * (0.96 + 0.03 * luck)) / 1e6) * 1e6,
      parts: drive.parts,
    },
  };
}
