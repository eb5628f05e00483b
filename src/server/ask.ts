import { type Question, driveWords, matchDevices, matchDrives, parseQuestion, typedDrive } from '@/core/ask';
import type { DeviceProfile } from '@/core/device';
import { type Build, bestBuild, settingOf } from '@/core/fit';
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
  /** The drive that is asked about with the best that can be laid on it; null until one is named. */
  build: Build | null;
  fromCatalogue: boolean;
  drives: Drive[];
};

const mostSuggestions = 8;

/** Understands a counter question, and finds the build to answer it with. */
export async function askView(runtime: Runtime, text: string): Promise<AskView> {
  const question = parseQuestion(text);
  const { best, others } = matchDevices(await allProfiles(runtime.database), question);
  const { drives, pads, sinks } = await shelves(runtime);
  const matching = matchDrives(drives, question, best);
  // A size code alone asks about any such drive; a maker's or model's name asks about that one.
  const named = driveWords(question, best).length > 0;
  const drive = named ? (matching[0] ?? null) : typedDrive(question);
  return {
    text,
    question,
    profile: best,
    devices: others
      .slice(0, mostSuggestions)
      .map(({ id, maker, name }) => ({ id, name: `${maker} ${name}` })),
    build: best && drive ? bestBuild(settingOf(best), drive, { pads, sinks }) : null,
    fromCatalogue: named && matching.length > 0,
    drives: matching.slice(0, mostSuggestions),
  };
}
