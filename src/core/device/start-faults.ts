import { deliveredTable } from '../disk';
import { deviceFaultIds } from './device-fault-id';
import { forecastSectors } from '../part';
import type { ProfileFault } from './profile-fault';
import type { ProfileShape } from './profile-shape';

const guid = (n: number) => `${String(n).padStart(8, '0')}-0000-4000-8000-000000000000`;

/** Partitions as delivered: one of them takes the rest, and each drive that it comes with holds them. */
export function deliveredFaults({ deliveredParts, deliveredDrives }: ProfileShape): ProfileFault[] {
  if (deliveredParts.length === 0) return [];
  const rests = deliveredParts.filter(({ sizeMiB }) => sizeMiB === 'rest').length;
  if (rests !== 1)
    return [
      {
        path: ['deliveredParts'],
        message: `${rests === 0 ? 'No partition takes' : `${rests} partitions take`} the rest of the drive.`,
        mend: 'Exactly one of them has the size “rest”.',
      },
    ];
  return deliveredDrives.flatMap(({ labelGB }, i) => {
    const table = deliveredTable(
      deliveredParts,
      { sectors: forecastSectors(labelGB, 512), sectorBytes: 512 },
      guid,
    );
    return table.ok
      ? []
      : [
          {
            path: ['deliveredDrives', i, 'labelGB'],
            message: `Its partitions do not fit the drive of ${labelGB} GB that it comes with.`,
            mend: 'Correct the sizes of the partitions, in MiB, or the drive’s label.',
          },
        ];
  });
}

/** What brings power, by what powers the device. */
const powers = {
  cell: ['charger.connected'],
  mains: ['mains.plugged'],
  'cell-and-mains': ['charger.connected', 'mains.plugged'],
} as const;

/** Cables, keys and phases that a way across needs when the device is switched on. */
export function startFaults({
  firstPower,
  ways,
  procedure,
  startFile,
  places,
}: ProfileShape): ProfileFault[] {
  const faults: ProfileFault[] = [];
  const wrong = (path: (string | number)[], message: string, mend: string) =>
    faults.push({ path, message, mend });
  const { cables, menuKeys, network, format } = firstPower;
  const last = cables.at(-1);
  const feeds: readonly string[] = powers[procedure.power];
  if (last && !feeds.includes(last.fact))
    wrong(
      ['firstPower', 'cables', cables.length - 1],
      `The last cable is the ${last.words}, which brings no power.`,
      `Put the one with ${feeds.join(' or ')} last: it switches the device on.`,
    );
  cables.forEach(({ fact }, i) => {
    if (cables.findIndex((other) => other.fact === fact) < i)
      wrong(['firstPower', 'cables', i], `Two cables are ${fact}.`, 'Name each once.');
  });
  const can = (id: 'stick' | 'network' | 'format' | 'copy-on-dock') => ways?.[id]?.possible === true;
  const stick = ways?.stick;
  if (stick?.possible && !menuKeys && !stick.start)
    wrong(
      ['ways', 'stick'],
      'A stick is possible, and nothing says how it is started from.',
      'State the keys of the boot menu, or how the way begins.',
    );
  if (can('network') && menuKeys && network.length === 0)
    wrong(
      ['firstPower', 'network'],
      'A restore over the network is possible, and none of its phases is described.',
      'Describe what it shows and how long that usually lasts.',
    );
  if (network.length > 0 && !menuKeys)
    wrong(
      ['firstPower', 'menuKeys'],
      'A restore over the network begins at the boot menu, and no keys for it are stated.',
      'State the keys that open it.',
    );
  if (can('format') && format.length === 0)
    wrong(
      ['firstPower', 'format'],
      'The device formats a drive by itself, and none of its phases is described.',
      'Describe what it shows and how long that usually lasts.',
    );
  if (can('copy-on-dock') && startFile.trim() === '' && places.some(({ role }) => role === 'system'))
    wrong(
      ['startFile'],
      'A copy is possible, and nothing says which file the firmware starts.',
      'State it; the default of the UEFI specification is EFI/BOOT/BOOTX64.EFI.',
    );
  const ids = firstPower.prompts.map(({ id }) => id);
  ids.forEach((id, i) => {
    if (ids.indexOf(id) < i)
      wrong(['firstPower', 'prompts', i], `Two prompts have the id ${id}.`, 'Give one of them another.');
  });
  firstPower.prompts.forEach(({ comes, shows }, i) => {
    if ((comes === 'format' && format.length === 0) || (comes === 'network' && network.length === 0))
      wrong(
        ['firstPower', 'prompts', i],
        `“${shows}” comes in a ${comes} that is not described.`,
        `Describe the phases of the ${comes}, or say when it comes instead.`,
      );
  });
  return faults;
}

/** Faults and checks of a device’s own: ids of their own, outcomes that exist, and a fault that shows at the key. */
export function diagnosisFaults({ diagnosis: { faults, checks } }: ProfileShape): ProfileFault[] {
  const told: ProfileFault[] = [];
  const wrong = (path: (string | number)[], message: string, mend: string) =>
    told.push({ path: ['diagnosis', ...path], message, mend });
  const faultIds: string[] = [...deviceFaultIds, 'none', ...faults.map(({ id }) => id)];
  faults.forEach(({ id, shows }, i) => {
    if (faultIds.indexOf(id) < faultIds.lastIndexOf(id))
      wrong(['faults', i, 'id'], `There is another fault ${id}.`, 'Give it an id of its own.');
    if (shows.press === undefined || shows.press === 'started')
      wrong(
        ['faults', i, 'shows'],
        `Nothing says what is seen under ${id} when the device is switched on.`,
        'State “press” with what it shows, such as dark or no-storage.',
      );
  });
  checks.forEach(({ id, outcomes, sound, mends, shows }, i) => {
    const ids = outcomes.map((outcome) => outcome.id);
    if (checks.findIndex((other) => other.id === id) < i)
      wrong(['checks', i, 'id'], `There is another check ${id}.`, 'Give it an id of its own.');
    if (!ids.includes(sound))
      wrong(['checks', i, 'sound'], `${id} cannot show ${sound}.`, `Name one of ${ids.join(', ')}.`);
    for (const [fault, outcome] of Object.entries(shows)) {
      if (!faultIds.includes(fault))
        wrong(['checks', i, 'shows', fault], `There is no fault ${fault}.`, 'Describe it, or leave it out.');
      if (!ids.includes(outcome))
        wrong(
          ['checks', i, 'shows', fault],
          `${id} cannot show ${outcome}.`,
          `Name one of ${ids.join(', ')}.`,
        );
    }
    for (const fault of mends)
      if (!faultIds.includes(fault))
        wrong(['checks', i, 'mends'], `There is no fault ${fault}.`, 'Describe it, or leave it out.');
    for (const fault of faults) {
      const outcome = fault.shows[id];
      if (outcome !== undefined && !ids.includes(outcome))
        wrong(
          ['faults', faults.indexOf(fault), 'shows', id],
          `${id} cannot show ${outcome}.`,
          `Name one of ${ids.join(', ')}.`,
        );
    }
  });
  return told;
}
