import { type Chip, type Question, type Understood, parseQuestion, typedDrive, understand } from '@/core/ask';
import type { DeviceProfile } from '@/core/device';
import { type Build, bestBuild, canGoIn, settingOf } from '@/core/fit';
import type { Drive } from '@/core/part';
import { allProfiles } from './devices';
import type { Runtime } from './runtime';
import { shelves } from './shelves';

/** A counter question as it was understood, with what it could also mean. */
export type AskView = {
  text: string;
  question: Question;
  profile: DeviceProfile | null;
  devices: { id: string; name: string }[];
  /** What each word was taken for, and what was not understood. */
  chips: Chip[];
  notUnderstood: Understood['notUnderstood'];
  placeId: string | null;
  revisionId: string | null;
  systemVersion: string | null;
  /** The drive that is asked about with the best that can be laid on it; null until one is named. */
  build: Build | null;
  fromCatalogue: boolean;
  drives: Drive[];
  /** A drive was named, and none of that name is of the figures asked: the nearest ones. */
  nearest: Drive[];
};

const mostSuggestions = 8;

/** Understands a counter question, and finds the build to answer it with: never one about another drive than was asked. */
export async function askView(runtime: Runtime, text: string): Promise<AskView> {
  const { drives, pads, sinks } = await shelves(runtime);
  const understood = understand(await allProfiles(runtime.database), drives, parseQuestion(text));
  const { question, device, isNamed, placeId, revisionId, systemVersion } = understood;
  // A size code alone asks about any such drive; a maker's or model's name asks about that one.
  const drive = isNamed ? (understood.drives[0] ?? null) : typedDrive(question);
  const setting = device && settingOf(device, { placeId, revisionId, systemVersion });
  // What can go in leads; the order within is that of the names.
  const refused = (one: Drive) => (setting && !canGoIn(setting, one) ? 1 : 0);
  return {
    text,
    question,
    profile: device,
    devices: understood.others
      .slice(0, mostSuggestions)
      .map(({ id, maker, name }) => ({ id, name: `${maker} ${name}` })),
    chips: understood.chips,
    notUnderstood: understood.notUnderstood,
    placeId,
    revisionId,
    systemVersion,
    build: setting && drive ? bestBuild(setting, drive, { pads, sinks }) : null,
    fromCatalogue: isNamed && drive !== null,
    drives: [...understood.drives].sort((a, b) => refused(a) - refused(b)).slice(0, mostSuggestions),
    nearest: understood.nearest.slice(0, mostSuggestions),
  };
}
