import {
  type BenchItem,
  type ItemUse,
  type LibraryImage,
  type StickContent,
  isChecked,
  recordMargin,
  imageMargins,
  newestFor,
  stickMargins,
  stickRoomMargin,
} from '.';
const sum = 'a'.repeat(64);
const image = {
  schema: 'jicara.system-image/1' as const,
  id: 'harbour-4-2',
  name: 'Harbour recovery',
  models: ['braskit-wren'],
  version: '4.2.0',
  releasedOn: '2026-03-01',
  fileName: 'harbour-4.2.0.img.gz',
  fileBytes: 30_000_000,
  imageBytes: 336_000_000,
  packing: 'gzip' as const,
};
const check = {
  at: '2026-11-25T08:00:00.000Z',
  sha256: sum,
  listed: sum,
  imageBytes: 336_000_000,
  unpackFault: null,
  stamp: null,
};
const entry: LibraryImage = { image, from: 'maker', haveBytes: 30_000_000, check };
const device = { profileId: 'braskit-wren', name: 'Wren', systemVersion: '4.1.9' };
const stick: BenchItem = {
  schema: 'jicara.bench-item/1',
  label: 'ST-1101',
  kind: 'stick',
  model: 'Ostrel stick 8 GB',
  bytes: 8e9,
  writeBytesPerS: 30e6,
  caseId: null,
  binned: false,
};
const content: StickContent = {
  stamp: null,
  state: 'matched',
  imageId: image.id,
  name: image.name,
  version: image.version,
  fileName: image.fileName,
  fileSha256: sum,
  sha256: sum,
  imageBytes: 336_000_000,
  at: check.at,
};
const use = (worked: boolean): ItemUse => ({
  at: check.at,
  by: 'IM',
  jobId: 'Q-0412',
  worked,
  what: 'start',
});
const verdicts = (margins: { id: string; verdict: string }[]) =>
  Object.fromEntries(margins.map(({ id, verdict }) => [id, verdict]));

it('a whole, listed, matching and newest image for this device is clear throughout', () => {
  expect(verdicts(imageMargins(entry, device, [image]))).toEqual({
    'image-checksum': 'clear',
    'image-model': 'clear',
    'image-version': 'clear',
    'image-newest': 'clear',
  });
  expect(isChecked(entry)).toBe(true);
});

it.each([
  ['fetched in part', { haveBytes: 5 }, 'unknown'],
  ['not checked', { check: null }, 'unknown'],
  ['not in the list', { check: { ...check, listed: null } }, 'unknown'],
  ['not as listed', { check: { ...check, listed: 'b'.repeat(64) } }, 'over'],
])('an image %s is never clear', (_, change, verdict) => {
  const changed = { ...entry, ...change };
  expect(verdicts(imageMargins(changed, device, [image]))['image-checksum']).toBe(verdict);
  expect(isChecked(changed)).toBe(false);
});

it('another model, an older system and a newer image each stand against it', () => {
  const newer = { ...image, id: 'harbour-4-10', version: '4.10.0' };
  const found = verdicts(
    imageMargins(entry, { profileId: 'braskit-heron', name: 'Heron', systemVersion: '4.3' }, [
      image,
      { ...newer, models: ['braskit-heron'] },
    ]),
  );
  expect(found).toMatchObject({ 'image-model': 'over', 'image-version': 'over', 'image-newest': 'over' });
  expect(newestFor([newer, image], 'braskit-wren')).toBe(newer);
  expect(newestFor([image], 'braskit-heron')).toBeNull();
});

it('what the device ran is not known: neither is whether the image is older', () => {
  const unknown = { ...device, systemVersion: null };
  expect(verdicts(imageMargins(entry, unknown, [image]))['image-version']).toBe('unknown');
});

it('a stick must hold what it was to hold, matched; three failures suggest the bin', () => {
  const found = (change: Partial<StickContent> | null, uses: ItemUse[]) =>
    verdicts(
      stickMargins({ stick, content: change && { ...content, ...change }, uses, entry }, device, [image]),
    );
  expect(found({}, [])).toMatchObject({ 'stick-written': 'clear', record: 'clear' });
  expect(found(null, [])).toMatchObject({ 'stick-written': 'unknown' });
  expect(found({ state: 'half-written' }, [])).toMatchObject({ 'stick-written': 'over' });
  expect(found({ state: 'differs' }, [use(false), use(false)])).toMatchObject({
    'stick-written': 'over',
    record: 'clear',
  });
  expect(found({}, [use(false), use(true), use(false), use(false)])).toMatchObject({ record: 'over' });
  expect(recordMargin('ST-1101', [use(false), use(false), use(false)]).remedy).toMatch(
    /failed 3 times: bin it/u,
  );
});

it('a stick of 8 GB is too small by one byte, and a size nobody counted is not known', () => {
  const sized = (imageBytes: number | null) => ({ ...entry, check: null, image: { ...image, imageBytes } });
  expect(stickRoomMargin(sized(8e9), stick).verdict).not.toBe('over');
  expect(stickRoomMargin(sized(8e9 + 1), stick).verdict).toBe('over');
  expect(stickRoomMargin(sized(null), stick).verdict).toBe('unknown');
});
