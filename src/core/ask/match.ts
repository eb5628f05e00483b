import type { DeviceProfile } from '../device';
import { type Drive, Drive as DriveSchema, mostLanes } from '../part';
import type { Question } from './parse';

const plain = (text: string) => text.toLowerCase();

/** How well a word names a device: its own name before its maker; 0 where it does not. */
export function naming(word: string, { name, maker }: DeviceProfile): number {
  const [w, n, m] = [plain(word), plain(name), plain(maker)];
  return n === w ? 4 : n.startsWith(w) ? 3 : m === w ? 2 : m.startsWith(w) && w.length > 2 ? 1 : 0;
}

/** Devices that the words may mean, best first; all of them where no word names one. */
export function matchDevices(
  profiles: DeviceProfile[],
  { words }: Question,
): { best: DeviceProfile | null; others: DeviceProfile[] } {
  const scored = profiles
    .map((profile) => ({ profile, score: words.reduce((sum, word) => sum + naming(word, profile), 0) }))
    .sort((a, b) => b.score - a.score);
  const named = scored.filter(({ score }) => score >= 3);
  const best = named[0] && (named.length === 1 || named[0].score > named[1]!.score) ? named[0].profile : null;
  return {
    best,
    others: scored
      .filter(({ score, profile }) => profile !== best && (score > 0 || !best))
      .map(({ profile }) => profile),
  };
}

/** Words that do not name the device: they are about the drive. */
export const driveWords = ({ words }: Question, device: DeviceProfile | null): string[] =>
  device ? words.filter((word) => naming(word, device) === 0) : words;

/** Whether a word begins a part of a drive’s maker or model. */
export const isOfDrive = (word: string, { maker, model }: Drive): boolean =>
  plain(`${maker} ${model}`)
    .split(' ')
    .some((part) => part.startsWith(plain(word)));

/** Drives of the catalogue that the words and figures may mean, best first. */
export function matchDrives(drives: Drive[], question: Question, device: DeviceProfile | null): Drive[] {
  const words = driveWords(question, device).map(plain);
  if (words.length === 0 && !question.formFactor && !question.labelGB) return [];
  const fits = (drive: Drive) =>
    words.every((word) => isOfDrive(word, drive)) &&
    (!question.formFactor || plain(drive.formFactor) === plain(question.formFactor)) &&
    (!question.labelGB || drive.labelGB === question.labelGB) &&
    (!question.protocol || drive.protocol === question.protocol) &&
    (!question.readMBPerS || Math.abs(drive.readBytesPerS / 1e6 / question.readMBPerS - 1) < 0.1);
  // The more of a model's name was asked for, the likelier it is meant: “marl” is the Marl before the Marl Fin.
  const unasked = ({ model }: Drive) =>
    plain(model)
      .split(' ')
      .filter((part) => !words.some((word) => part.startsWith(word))).length;
  return drives.filter(fits).sort((a, b) => unasked(a) - unasked(b));
}

/** Generation that a read rate asks for, at 4 lanes: 3 to 3,600 MB/s, 4 to 7,300, else 5 (see link/rates). */
const generationFor = (readMBPerS: number) =>
  readMBPerS <= 560 ? 1 : readMBPerS <= 3700 ? 3 : readMBPerS <= 7500 ? 4 : 5;

/** The id of a drive that was typed and is in no catalogue. */
export const typedDriveId = 'as-typed';

/**
 * A drive of which only what was typed is known: everything else stays missing, and is asked for by the margins that
 * need it. Null without a form factor.
 */
export function typedDrive(question: Question): Drive | null {
  const { formFactor, labelGB, readMBPerS, generation, protocol } = question;
  if (!formFactor) return null;
  const isModule = /^\d{4,5}-/u.test(formFactor);
  const spoken =
    protocol ??
    (isModule
      ? 'NVMe'
      : formFactor === '1.8-inch'
        ? 'PATA'
        : formFactor === 'card'
          ? 'UHS-I'
          : formFactor === 'eMMC'
            ? 'eMMC'
            : 'SATA');
  // Something must stand there; what nobody typed is marked as that, and judged as not known.
  const rate = (readMBPerS ?? 1) * 1e6;
  const isGeneration = generation !== null || readMBPerS !== null || spoken !== 'NVMe';
  const parsed = DriveSchema.safeParse({
    schema: 'jicara.drive/2',
    id: typedDriveId,
    maker: 'Any',
    model: 'drive as typed',
    price: { minor: 0, currency: 'XXX' },
    source: 'as typed at the counter',
    protocol: spoken,
    formFactor,
    labelGB: labelGB ?? 1000,
    sectorBytes: 512,
    linkGeneration:
      generation ??
      (spoken === 'NVMe'
        ? readMBPerS === null
          ? 6
          : generationFor(readMBPerS)
        : spoken === 'SATA' || spoken === 'PATA'
          ? 3
          : 1),
    lanes: spoken === 'NVMe' ? mostLanes(formFactor.toUpperCase().split('-').slice(2)) : 1,
    readBytesPerS: rate,
    writeBytesPerS: rate,
    sustainedWriteBytesPerS: rate,
    unstated: [
      ...(readMBPerS === null ? (['readBytesPerS'] as const) : []),
      'writeBytesPerS',
      ...(isGeneration ? [] : (['linkGeneration'] as const)),
      ...(labelGB === null ? (['labelGB'] as const) : []),
    ],
  });
  return parsed.success ? parsed.data : null;
}

/** The question that means this very drive in this device, as one would type it. */
export const questionFor = (
  device: Pick<DeviceProfile, 'name'>,
  { maker, model, formFactor, labelGB }: Pick<Drive, 'maker' | 'model' | 'formFactor' | 'labelGB'>,
): string => `${plain(device.name)} ${plain(maker)} ${plain(model)} ${formFactor} ${labelGB} GB`;
