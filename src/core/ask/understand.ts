import type { DeviceProfile, Place, Revision } from '../device';
import { type Drive, parseFormFactor } from '../part';
import { showBytes, showRate } from '../units';
import { isOfDrive, matchDevices, matchDrives, naming } from './match';
import { type Question, emptyQuestion } from './parse';

/** What a word was taken for. */
export const chipKinds = [
  'device',
  'place',
  'drive',
  'form',
  'size',
  'speed',
  'generation',
  'protocol',
  'version',
  'revision',
] as const;
export type ChipKind = (typeof chipKinds)[number];

/** One thing that was understood: the words it came from, and what they were taken for. */
export type Chip = { kind: ChipKind; words: string; means: string };

/** A counter question as it was understood, word by word; nothing is left out and nothing is made up. */
export type Understood = {
  /** The question less what was taken for something else than a figure. */
  question: Question;
  device: DeviceProfile | null;
  /** Devices that it could also be, the likeliest first. */
  others: DeviceProfile[];
  placeId: string | null;
  revisionId: string | null;
  systemVersion: string | null;
  chips: Chip[];
  /** Words that nothing here goes by, each with what it could have been. */
  notUnderstood: { words: string; why: string }[];
  /** Drives of the catalogue that all of what was understood is true of; none where no drive was named. */
  drives: Drive[];
  /** Whether a drive was named by its maker or model. */
  isNamed: boolean;
  /** Where one was named and none is of the figures that were asked: those of the name, the nearest size first. */
  nearest: Drive[];
};

/** Words that only hold a question together. */
const fillers = new Set(
  'a an the of for in into with and will does do it fit fits drive ssd nvme? my this that one to is on'.split(
    ' ',
  ),
);

const plain = (text: string) => text.toLowerCase();

/** The place that a word names, by a word of its name; null where several or none does. */
function placeBy(device: DeviceProfile, word: string): Place | null {
  const named = device.places.filter(({ id, name }) =>
    [id, ...name.split(' ')].some((part) => plain(part) === plain(word)),
  );
  const [only = null, ...more] = named;
  return more.length === 0 ? only : null;
}

const revisionBy = ({ revisions }: DeviceProfile, word: string): Revision | null =>
  revisions.find(({ id }) => plain(id) === plain(word)) ?? null;

/** How a form factor reads in words. */
function formMeans(code: string): string {
  const form = parseFormFactor(code);
  return form.ok && form.value.kind === 'module'
    ? `${form.value.widthMm} × ${form.value.lengthMm} mm, ${form.value.sides}-sided, key ${form.value.keys.join(' and ')}`
    : code;
}

function figures(question: Question): Chip[] {
  const { formFactor, labelGB, readMBPerS, generation, protocol, systemVersion } = question;
  return [
    ...(formFactor ? [{ kind: 'form' as const, words: formFactor, means: formMeans(formFactor) }] : []),
    ...(labelGB
      ? [{ kind: 'size' as const, words: question.texts.size ?? '', means: showBytes(labelGB * 1e9) }]
      : []),
    ...(readMBPerS
      ? [
          {
            kind: 'speed' as const,
            words: question.texts.speed ?? '',
            means: `reads ${showRate(readMBPerS * 1e6)}`,
          },
        ]
      : []),
    ...(generation
      ? [{ kind: 'generation' as const, words: `gen ${generation}`, means: `link generation ${generation}` }]
      : []),
    ...(protocol ? [{ kind: 'protocol' as const, words: protocol, means: protocol }] : []),
    ...(systemVersion
      ? [{ kind: 'version' as const, words: systemVersion, means: `system version ${systemVersion}` }]
      : []),
  ];
}

/**
 * Understands a question against the devices and drives that are known here. Each word is taken for one thing: the device, one of its
 * places or revisions, the name of a drive; what is none of them is said. Never fails.
 */
export function understand(profiles: DeviceProfile[], drives: Drive[], asked: Question): Understood {
  const { best, others } = matchDevices(profiles, asked);
  // A card is a form factor, and in a device with a slot for one it means that slot.
  const slot = best && asked.formFactor === 'card' ? placeBy(best, 'card') : null;
  const question = slot ? { ...asked, formFactor: null } : asked;
  const chips: Chip[] = [];
  const notUnderstood = [...question.unclear];
  const words: string[] = [];
  let placeId: string | null = slot?.id ?? null;
  let revisionId: string | null = null;
  if (slot) chips.push({ kind: 'place', words: 'card', means: slot.name });
  const ofDevice: string[] = [];
  for (const word of question.words) {
    if (fillers.has(plain(word))) continue;
    if (best && naming(word, best) > 0) {
      ofDevice.push(word);
      continue;
    }
    const place: Place | null = best && placeId === null ? placeBy(best, word) : null;
    const revision: Revision | null = best && revisionId === null ? revisionBy(best, word) : null;
    if (place) {
      placeId = place.id;
      chips.push({ kind: 'place', words: word, means: place.name });
    } else if (revision) {
      revisionId = revision.id;
      chips.push({ kind: 'revision', words: word, means: revision.name });
    } else if (drives.some((drive) => isOfDrive(word, drive))) words.push(word);
    else
      notUnderstood.push({
        words: word,
        why: best ? 'no maker or model here goes by this' : 'no device, maker or model here goes by this',
      });
  }
  const named = matchDrives(drives, { ...question, words }, null);
  const byName = words.length > 0 ? matchDrives(drives, { ...emptyQuestion(), words }, null) : [];
  // Words of several makers and models that are of no one drive together.
  if (words.length > 0 && byName.length === 0)
    notUnderstood.push({ words: words.join(' '), why: 'no one drive here goes by all of this' });
  if (best) chips.unshift({ kind: 'device', words: ofDevice.join(' '), means: `${best.maker} ${best.name}` });
  const isNamed = byName.length > 0;
  const meant = (isNamed ? named[0] : undefined) ?? byName[0];
  if (meant) chips.push({ kind: 'drive', words: words.join(' '), means: `${meant.maker} ${meant.model}` });
  const wantedGB = question.labelGB ?? 0;
  return {
    question,
    device: best,
    others,
    placeId,
    revisionId,
    systemVersion: question.systemVersion,
    chips: [...chips, ...figures(question)],
    notUnderstood,
    drives: isNamed || words.length === 0 ? named : [],
    isNamed,
    nearest:
      isNamed && named.length === 0
        ? [...byName].sort((a, b) => Math.abs(a.labelGB - wantedGB) - Math.abs(b.labelGB - wantedGB))
        : [],
  };
}
