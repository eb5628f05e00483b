import {
  type FaultLine,
  type LookLine,
  type LearnedKindView,
  faultLines,
  learnedView,
  lookLines,
} from '@/core/learn';
import { World } from '@/core/simulator';
import { allProfiles } from './devices';
import { learnedHere } from './lessons';
import { partsOfKind } from './parts';
import type { Runtime } from './runtime';
import { allTechnicians } from './workshop';

/** What the bench has learned of practice or of real work, in its own names. */
export async function learnedPage(runtime: Runtime, practice: boolean): Promise<LearnedKindView[]> {
  const { database } = runtime;
  const profiles = new Map((await allProfiles(database)).map((profile) => [profile.id, profile]));
  const people = new Map((await allTechnicians(database)).map(({ initials, name }) => [initials, name]));
  const cases = new Map(
    (await partsOfKind(database, 'case')).map(({ id, maker, model }) => [id, `${maker} ${model}`]),
  );
  const deviceName = (id: string | undefined) => profiles.get(id ?? '')?.name ?? null;
  const nameOf = (key: string): { what: string; name: string } | null => {
    const [what = '', id = '', ...rest] = key.split(' ');
    const more = rest.join(' ');
    switch (what) {
      case 'person':
        return { what: 'Person', name: people.get(id) ?? id };
      case 'device': {
        const name = deviceName(id);
        return name ? { what: 'Device', name } : null;
      }
      case 'step': {
        const profile = profiles.get(id);
        if (!profile) return null;
        const { open, swap, close } = profile.procedure;
        const isBack = more.startsWith('back-');
        const step = [...open, ...swap, ...close].find((one) => one.id === (isBack ? more.slice(5) : more));
        return step
          ? { what: 'Step', name: `${profile.name}: ${isBack ? 'back, ' : ''}${step.title}` }
          : null;
      }
      case 'case': {
        const name = cases.get(id);
        return name ? { what: 'Case', name: more ? `${name}, ${more} drives` : name } : null;
      }
      case 'place':
      case 'way': {
        const name = deviceName(id);
        return name ? { what: what === 'place' ? 'Place' : 'Way', name: `${name}, ${more}` } : null;
      }
      case 'read':
        return { what: 'Old drive', name: `read ${more}` };
      default:
        return null;
    }
  };
  return learnedView(await learnedHere(runtime, practice), nameOf);
}

/** What was found behind dead starts, and how often looks misled before; of practice or of real work. What is no longer known is left out. */
export async function faultsFound(
  runtime: Runtime,
  practice: boolean,
): Promise<{ faults: FaultLine[]; looks: LookLine[] }> {
  const { faults, looks } = await learnedHere(runtime, practice);
  if (faults.length === 0) return { faults: [], looks: [] };
  const worlds = (await allProfiles(runtime.database)).map((profile) => new World(profile));
  const of = (profileId: string) => worlds.find(({ profile }) => profile.id === profileId);
  return {
    faults: faultLines(faults, (profileId, faultId) => {
      const world = of(profileId);
      const fault = world?.fault(faultId);
      return world && fault ? { device: world.profile.name, fault: fault.name } : null;
    }),
    looks: lookLines(
      looks,
      (checkId) => worlds.flatMap((world) => world.check(checkId) ?? []).at(0)?.ask ?? null,
    ),
  };
}
