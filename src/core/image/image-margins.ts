import {
  type Margin,
  type Missing,
  type Named,
  atMost,
  compareVersions,
  exact,
  missing,
  named,
  oneOf,
  versionAtLeast,
} from '../margin';
import { type BenchItem, type ItemUse, type StickContent, recordMargin } from './bench-item';
import type { LibraryImage, SystemImage } from './system-image';

const rule = { kind: 'default', note: 'before a device is opened' } as const;

/** The newest of the images for a model; null where there is none. */
export const newestFor = (images: SystemImage[], model: string): SystemImage | null =>
  images
    .filter(({ models }) => models.includes(model))
    .reduce<SystemImage | null>(
      (newest, image) =>
        newest === null || (compareVersions(image.version, newest.version) ?? 0) > 0 ? image : newest,
      null,
    );

function checked({ image, haveBytes, check }: LibraryImage): Named | Missing {
  if (haveBytes < image.fileBytes) return missing('the whole image', 'Fetch it to its end on the Dock.');
  if (!check) return missing('its checksum', 'Check it on the Dock.');
  if (check.listed === null)
    return missing(
      'a sum for it in the checksum list',
      'Fetch the list again, or ask who published the image.',
    );
  return named(check.listed === check.sha256 ? 'as listed' : 'not as listed', {
    kind: 'computed',
    note: `SHA-256 ${check.sha256.slice(0, 12)}…`,
  });
}

/** Is the image whole and the one that was published? */
export const checksumMargin = (entry: LibraryImage): Margin =>
  oneOf(
    {
      id: 'image-checksum',
      what: 'Checksum of the image',
      unit: 'none',
      remedy: 'It is not what was published: throw it away and fetch it again.',
    },
    checked(entry),
    ['as listed'],
    rule,
  );

export type ImageDevice = { profileId: string; name: string; systemVersion: string | null };

/** Is the image for this device, and is it new enough: not older than what the device ran, not replaced by a newer one? */
export function imageMargins(entry: LibraryImage, device: ImageDevice, all: SystemImage[]): Margin[] {
  const { image } = entry;
  const published = { kind: 'reading', note: `${image.name}, ${image.releasedOn}` } as const;
  const version = named(image.version, published);
  const ran = device.systemVersion;
  const newest = newestFor(all, device.profileId);
  const older = { id: 'image-version', what: 'Image against the system that ran', unit: 'none' } as const;
  return [
    checksumMargin(entry),
    oneOf(
      {
        id: 'image-model',
        what: 'Device that the image is for',
        unit: 'none',
        remedy: `It is for another device: take one for the ${device.name}.`,
      },
      image.models.length === 0
        ? missing('the devices that it is for', 'Ask who published the image.')
        : named(image.models.includes(device.profileId) ? device.name : image.models[0]!, published),
      [device.name],
      rule,
    ),
    ran === null
      ? oneOf(
          { ...older, remedy: 'A firmware may refuse an older system.' },
          missing('the system version that the device showed', 'Read it in its settings and type it in.'),
          [],
          rule,
        )
      : versionAtLeast(
          {
            ...older,
            remedy: `The device ran ${ran}: a firmware may refuse an older system. Fetch a newer image.`,
          },
          version,
          ran,
          { kind: 'reading', note: 'as the device showed it' },
        ),
    ...(newest
      ? [
          versionAtLeast(
            {
              id: 'image-newest',
              what: 'Image against the newest one',
              unit: 'none',
              remedy: `Stale: ${newest.name} ${newest.version} is there.`,
            },
            version,
            newest.version,
            { kind: 'reading', note: newest.releasedOn },
          ),
        ]
      : []),
  ];
}

/** Does an image fit on a stick? What it unpacks to is counted when it is checked; before, what its publisher says. */
export const stickRoomMargin = (entry: LibraryImage, stick: BenchItem): Margin => {
  const counted = entry.check?.imageBytes ?? null;
  const bytes = counted ?? entry.image.imageBytes;
  return atMost(
    {
      id: 'stick-room',
      what: `Image on ${stick.label}`,
      unit: 'bytes',
      remedy: 'Take a larger stick.',
    },
    bytes === null
      ? missing('what the image unpacks to', 'Check it on the Dock: it is counted.')
      : exact(bytes, {
          kind: counted === null ? 'reading' : 'computed',
          note: counted === null ? 'as published' : 'counted',
        }),
    stick.bytes === null
      ? missing(`the size of ${stick.label}`, 'Read it on the stick.')
      : exact(stick.bytes, { kind: 'data-sheet-typical', note: stick.model }),
  );
};

const stateWords = {
  'half-written': 'half of an image',
  differs: 'other bytes than were written',
  matched: 'what was written, read back',
  unreadable: 'something; what was noted of it cannot be read',
} as const;

/** All that is checked of a stick for a job before its device is opened. */
export function stickMargins(
  question: { stick: BenchItem; content: StickContent | null; uses: ItemUse[]; entry: LibraryImage | null },
  device: ImageDevice,
  all: SystemImage[],
): Margin[] {
  const { stick, content, uses, entry } = question;
  const written: Named | Missing =
    content === null
      ? missing(`an image on ${stick.label}`, 'Write one on the Dock.')
      : named(stateWords[content.state], { kind: 'computed', note: `written ${content.at.slice(0, 10)}` });
  return [
    oneOf(
      {
        id: 'stick-written',
        what: `What ${stick.label} holds`,
        unit: 'none',
        remedy: 'It was not written to its end, or did not read the same: write it again.',
      },
      written,
      [stateWords.matched],
      rule,
    ),
    ...(entry ? imageMargins(entry, device, all) : []),
    recordMargin(stick.label, uses),
  ];
}

/** What a technician may take on with a reason: age, what is not known of it, and a bad record. The rest must be mended. */
export const acceptableOnStick: readonly string[] = ['image-newest', 'image-version', 'record'];
