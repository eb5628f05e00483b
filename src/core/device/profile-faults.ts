import { type Estimate, highest, lowest } from '../margin';
import { figureFaults, formFactorOf, mostGeneration, mostLanes } from '../part';
import type { Place } from './place';
import type { ProfileShape } from './profile-shape';
import { nearest, procedureFaults } from '../work';
import { mapFaults } from './map-points';
import { deliveredFaults, diagnosisFaults, startFaults } from './start-faults';
import type { ProfileFault } from './profile-fault';

const atMostOf = (e: Estimate): number | null => (e.known ? highest(e) : null);

const atLeastOf = (e: Estimate): number | null => (e.known ? lowest(e) : null);

/** True where even with both tolerances a lies above b. */
const surelyAbove = (a: Estimate, b: Estimate) => {
  const [low, high] = [atLeastOf(a), atMostOf(b)];
  return low !== null && high !== null && low > high;
};

function placeFaults(place: Place, path: (string | number)[]): ProfileFault[] {
  const faults: ProfileFault[] = [];
  const wrong = (where: (string | number)[], message: string) =>
    faults.push({ path: [...path, ...where], message });
  const positive = (where: string[], name: string, e: Estimate) => {
    if (e.known && e.value <= 0) wrong(where, `${name} is ${e.value}: it must be above zero.`);
  };
  const { form, limits, protocols } = place;
  const newest = Math.max(...protocols.map((protocol) => mostGeneration[protocol]));
  if (protocols.length > 0 && place.linkGeneration !== null && place.linkGeneration > newest)
    wrong(['linkGeneration'], `${protocols.join(' and ')} know generations 1 to ${newest}.`);
  if (place.sataGeneration !== null && !protocols.includes('SATA'))
    wrong(['sataGeneration'], 'This place speaks no SATA.');
  const keys = form.kind === 'module' && form.key ? [form.key] : [];
  const mostHere = protocols.length > 0 && !protocols.includes('NVMe') ? 1 : mostLanes(keys);
  if (place.lanes !== null && place.lanes > mostHere)
    wrong(
      ['lanes'],
      `${keys[0] && protocols.includes('NVMe') ? `A socket with key ${keys[0]}` : protocols.join(' and ')} has ${mostHere} lanes at most.`,
    );
  place.adapters.forEach(({ adapter: { enters, model } }, i) => {
    const outline = formFactorOf(enters.formFactor);
    if (outline.ok && outline.value.kind !== form.kind)
      wrong(['adapters', i, 'adapter', 'enters', 'formFactor'], `The ${model} does not go into this place.`);
  });
  if (surelyAbove(limits.capacityFromGB, limits.capacityToGB))
    wrong(['limits', 'capacityFromGB'], 'The smallest capacity lies above the largest.');
  positive(['powerAtMostW'], 'The power budget', place.powerAtMostW);
  if (form.kind === 'module') {
    positive(['form', 'coverMm'], 'The height of the cover', form.coverMm);
    positive(['form', 'moduleUndersideMm'], 'The height of the module', form.moduleUndersideMm);
    if (form.roomBelowMm.known && form.roomBelowMm.value < 0)
      wrong(['form', 'roomBelowMm'], 'The clearance below the module is less than zero.');
    if (surelyAbove(form.moduleUndersideMm, form.coverMm))
      wrong(['form', 'coverMm'], 'The cover lies below the module: check which height is which.');
    if (form.sink.kind === 'fixed') {
      if (surelyAbove(form.sink.undersideMm, form.coverMm))
        wrong(['form', 'sink', 'undersideMm'], 'The sink lies above the cover.');
      if (surelyAbove(form.moduleUndersideMm, form.sink.undersideMm))
        wrong(['form', 'sink', 'undersideMm'], 'The sink lies below the module.');
    }
    if (surelyAbove(form.roomBelowMm, form.moduleUndersideMm))
      wrong(['form', 'roomBelowMm'], 'More room below the module than it stands above the main board.');
    form.standOffsMm.forEach((mm, i) => {
      if (mm > 110)
        wrong(['form', 'standOffsMm', i], `A stand-off at ${mm} mm is longer than any module bay (110 mm).`);
    });
  } else if ('heightAtMostMm' in form) {
    positive(['form', 'heightAtMostMm'], 'The height of the bay', form.heightAtMostMm);
  }
  return faults;
}

/** What contradicts itself in a profile, each with the path to the figure. Figures that are missing are no fault: they are unknown. */
export function profileFaults(profile: ProfileShape): ProfileFault[] {
  const faults: ProfileFault[] = [...figureFaults(profile)];
  const placeIds = profile.places.map(({ id }) => id);
  const caseChangeIds = profile.caseChanges.map(({ id }) => id);
  const revisionIds = profile.revisions.map(({ id }) => id);
  profile.places.forEach((place, i) => {
    faults.push(...placeFaults(place, ['places', i]));
    place.adapters.forEach(({ caseChangeId }, j) => {
      if (caseChangeId !== null && !caseChangeIds.includes(caseChangeId))
        faults.push({
          path: ['places', i, 'adapters', j, 'caseChangeId'],
          message: `There is no case change ${caseChangeId}.`,
        });
    });
  });
  if (new Set(placeIds).size !== placeIds.length)
    faults.push({ path: ['places'], message: 'Two places have the same id.' });
  if (!profile.places.some(({ replaceable }) => replaceable))
    faults.push({ path: ['places'], message: 'No place of this device takes another drive.' });
  const variations = [
    ...profile.revisions.map((v, i) => ({ v, at: ['revisions', i] })),
    ...profile.caseChanges.map((v, i) => ({ v, at: ['caseChanges', i] })),
  ];
  for (const { v, at } of variations)
    for (const id of Object.keys(v.changes))
      if (!placeIds.includes(id))
        faults.push({ path: [...at, 'changes', id], message: `There is no place ${id}.` });
  for (const [what, all] of [
    ['revisions', profile.revisions],
    ['caseChanges', profile.caseChanges],
  ] as const)
    all.forEach(({ id }, i) => {
      if (all.findIndex((other) => other.id === id) < i)
        faults.push({ path: [what, i, 'id'], message: `${id} stands twice.`, mend: 'Give one another id.' });
    });
  for (const name of ['open', 'swap', 'close'] as const)
    profile.procedure[name].forEach(({ id, revisions }, i) => {
      for (const revision of revisions ?? [])
        if (!revisionIds.includes(revision))
          faults.push({
            path: ['procedure', name, i, 'revisions'],
            message: `step ${id}: there is no board revision ${revision}.`,
            mend: `Describe the board with its marks, or name ${nearest(revision, revisionIds)}.`,
          });
    });
  faults.push(...deliveredFaults(profile), ...startFaults(profile), ...diagnosisFaults(profile));
  faults.push(...mapFaults(profile.map));
  for (const { path, ...fault } of procedureFaults(profile.procedure, revisionIds))
    faults.push({ ...fault, path: ['procedure', ...path] });
  return faults;
}
