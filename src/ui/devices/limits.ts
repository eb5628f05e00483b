import type { DeviceProfile, Place } from '@/core/device';
import { type Estimate, type MarginUnit } from '@/core/margin';
import { type ShowOptions, showEstimate } from '@/core/units';

/** A limit of a place as it is shown: how much, and where it comes from. */
export type LimitLine = {
  label: string;
  shown: string;
  known: boolean;
  origin: string;
  at: string | null; /** The photo that it was read from, where one is kept. */
  photo?: string;
};

const originWords: Record<string, string> = {
  measured: 'measured',
  'data-sheet-typical': 'paper',
  'data-sheet-maximum': 'paper, maximum',
  specification: 'standard',
  default: 'default',
  owner: 'owner',
  reading: 'reading',
  computed: 'computed',
};

function line(
  label: string,
  e: Estimate | undefined,
  unit: MarginUnit,
  options: ShowOptions,
  words = '',
): LimitLine[] {
  if (!e) return [];
  if (!e.known) return [{ label, shown: 'not known', known: false, origin: e.howToGet, at: null }];
  return [
    {
      label,
      shown: `${words}${showEstimate(e, unit, options)}`,
      known: true,
      origin: `${originWords[e.origin.kind]}: ${e.origin.note}`,
      at: e.origin.at ?? null,
      photo: e.origin.photo,
    },
  ];
}

const plain = (label: string, shown: string): LimitLine => ({
  label,
  shown,
  known: true,
  origin: 'device profile',
  at: null,
});

/** A plain answer of the profile, or that nobody has given it. */
const stated = (label: string, shown: string): LimitLine =>
  shown
    ? plain(label, shown)
    : {
        label,
        shown: 'not known',
        known: false,
        origin: 'Look at it, or read the maker’s manual.',
        at: null,
      };

const sinkWords: Record<string, string> = {
  fixed: 'part of the device',
  required: 'must be on the drive',
  optional: 'allowed',
  impossible: 'no room for one',
};

/** Every limit of a place with its source and date. */
export function placeLimits({ form, limits, ...place }: Place, options: ShowOptions): LimitLine[] {
  const lines: LimitLine[] = [stated('Protocol', place.protocols.join(' or '))];
  if (place.protocols.includes('NVMe') || place.protocols.length === 0)
    lines.push(
      stated('Link generation', place.linkGeneration === null ? '' : String(place.linkGeneration)),
      stated('Lanes', place.lanes === null ? '' : `×${place.lanes}`),
    );
  if (form.kind === 'module') {
    lines.push(
      stated('Key', form.key ?? ''),
      plain('Stand-offs', `${form.standOffsMm.join(', ')} mm`),
      ...(form.spacerAtMm === undefined ? [] : [plain('Spacer as delivered', `at ${form.spacerAtMm} mm`)]),
      stated(
        'Chips',
        form.sides.length === 0 ? '' : form.sides.includes('double') ? 'one side or both' : 'one side only',
      ),
      stated(
        'Heatsink',
        form.sink.kind === 'fixed' ? `${form.sink.name}, fixed` : (sinkWords[form.sink.kind] ?? ''),
      ),
      ...line('Inside of the cover', form.coverMm, 'mm', options),
      ...(form.sink.kind === 'fixed'
        ? line('Underside of the sink', form.sink.undersideMm, 'mm', options)
        : []),
      ...line('Underside of the module', form.moduleUndersideMm, 'mm', options),
      ...line('Room below the module', form.roomBelowMm, 'mm', options),
      ...line('Above the board', form.aboveBoardAtMostMm, 'mm', options, 'at most '),
      ...line('Below the board', form.belowBoardAtMostMm, 'mm', options, 'at most '),
      ...line('In all', form.totalAtMostMm, 'mm', options, 'at most '),
      ...line('Beside a sink', form.roomBesideMm, 'mm', options, 'at most '),
      ...line('Behind a sink', form.roomBehindMm, 'mm', options, 'at most '),
      ...line('Flat face below', form.faceBelowMm, 'mm', options, 'at '),
      ...line('Reach from the socket', form.reachAtMostMm, 'mm', options, 'at most '),
      ...line('Force on the board', form.boardForceAtMostN, 'N', options, 'at most '),
    );
  } else if ('heightAtMostMm' in form) {
    lines.push(
      stated(
        'Mounted',
        form.mounting && form.connectors ? `${form.mounting}, connectors ${form.connectors}` : '',
      ),
      ...line('Height of the bay', form.heightAtMostMm, 'mm', options),
      ...(form.thicknessesMm ? [plain('Made for disks of', `${form.thicknessesMm.join(' or ')} mm`)] : []),
      ...(form.mountHoles ? [plain('Threads that it uses', form.mountHoles.join(', or '))] : []),
      ...(form.connector ? [plain('Plug', form.connector)] : []),
    );
  } else if (form.kind === 'card' && 'cards' in form && form.cards) {
    lines.push(
      plain('Cards', form.cards.standards.join(', ')),
      ...(form.cards.classAtLeast ? [plain('Mark', `${form.cards.classAtLeast} or better`)] : []),
    );
  }
  if (place.addressBits) lines.push(plain('Numbers of sectors', `${place.addressBits} bits`));
  if (place.table)
    lines.push(plain('Partition table', place.table === 'gpt' ? 'with headers' : 'the older record'));
  if (place.keeps) lines.push(plain('May hold', place.keeps.holds), plain('May run', place.keeps.runs));
  lines.push(
    ...line('Reads', limits.readAtLeastBytesPerS, 'bytes/s', options, 'at least '),
    ...line('Writes, cache full', limits.writeAtLeastBytesPerS, 'bytes/s', options, 'at least '),
    ...line('Capacity from', limits.capacityFromGB, 'GB', options),
    ...line('Capacity to', limits.capacityToGB, 'GB', options),
    ...line('Draw on the slot', place.powerAtMostW, 'W', options, 'at most '),
  );
  if (place.minimumSystemVersion)
    lines.push({
      ...plain('System version', `${place.minimumSystemVersion.version} or newer`),
      origin: place.minimumSystemVersion.origin.note,
      at: place.minimumSystemVersion.origin.at ?? null,
    });
  if (place.accepted.kind === 'listed')
    lines.push({
      ...plain(
        'Accepted list',
        `${place.accepted.names.join(', ')}${place.accepted.donorOfSameModel ? ', or from a donor of the same model' : ''}`,
      ),
      origin: place.accepted.origin.note,
      at: place.accepted.origin.at ?? null,
    });
  if (place.duty) lines.push(plain('Rated duty', place.duty));
  if (place.heat)
    lines.push(
      ...line('Air over the room', place.heat.enclosureRiseK, 'count', options).map((l) => ({
        ...l,
        shown: `${l.shown} K`,
      })),
      ...line('Aim to settle below', place.heat.aimC, '°C', options),
    );
  return lines;
}

/** How many limits of a device are not known, and the oldest date among the others. */
export function profileAge(profile: DeviceProfile): { missing: number; oldest: string | null } {
  const lines = profile.places
    .filter(({ replaceable }) => replaceable)
    .flatMap((place) => placeLimits(place, {}));
  const dates = lines.flatMap(({ at }) => at ?? []).sort();
  return { missing: lines.filter(({ known }) => !known).length, oldest: dates[0] ?? null };
}
