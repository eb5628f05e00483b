import {
  enterProfileFigure,
  improveWords,
  keepRecording,
  jobView,
  keepTimes,
  lookAtProfile,
  putProfile,
  sealed,
  sketchProfile,
  takePartitions,
  takeInDevice,
  versionsOf,
} from '@/server';
import { findProfile } from '@/server/devices';
import { unsafeValue as value } from '@/core/result';
import { RecordedAct } from '@/core/teach';
import { type Workshop, act, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const sketch = {
  maker: 'Torvik',
  name: 'Pilot',
  family: 'handheld',
  forms: ['2280'],
  key: 'M',
  protocols: ['NVMe'],
  lanes: 4,
  showsCapacity: 'binary',
};
const takeIn = {
  profileId: 'torvik-pilot',
  owner: 'Cook',
  serial: '',
  place: '',
  wish: 'bigger',
  wantedGB: 1000,
  dataToKeep: false,
  oldDrive: { formFactor: '2280-S3-M', labelGB: 256, usedBytes: null },
  encryption: 'no',
  card: 'no',
  swollen: 'no',
  consent: true,
  chargePercent: 10,
  promisedAt: null,
  note: '',
};
const asks = { by: 'IM' };
const code = (result: { ok: boolean; fault?: { code: string } }) => (result.ok ? 'ok' : result.fault?.code);

it('a device is known by its answers, once; a copy of another is its own', async () => {
  const { runtime } = workshop;
  expect(value(await sketchProfile(runtime, { sketch }, asks))).toEqual({ id: 'torvik-pilot', version: 1 });
  expect(code(await sketchProfile(runtime, { sketch }, asks))).toBe('exists');
  expect(code(await sketchProfile(runtime, { sketch: { ...sketch, forms: [] } }, asks))).toBe('form');
  expect(code(await sketchProfile(runtime, { copyOf: 'gone', maker: 'A', name: 'B' }, asks))).toBe(
    'not-found',
  );
  const copy = value(
    await sketchProfile(runtime, { copyOf: 'braskit-wren', maker: 'Torvik', name: 'Gull' }, asks),
  );
  expect(await findProfile(runtime.database, copy.id)).toMatchObject({ maker: 'Torvik', name: 'Gull' });
});

it('each figure is a version with who, when and why; who was second is told, and nothing is lost', async () => {
  const { runtime } = workshop;
  const enter = (more: object, seenVersion: number | null) =>
    enterProfileFigure(
      runtime,
      'torvik-pilot',
      {
        way: 'measured',
        placeId: 'drive',
        figureId: 'form.coverMm',
        readings: [4, 4.1],
        toolPlusMinus: 0.05,
        tool: 'caliper',
        ...more,
      },
      { ...asks, seenVersion },
    );
  expect(code(await enter({}, 1))).toBe('ok');
  expect(code(await enter({ readings: [9] }, 1))).toBe('stale');
  expect(code(await enter({ readings: [9000] }, 2))).toBe('range');
  expect(code(await enter({ readings: [] }, 2))).toBe('form');
  const versions = await versionsOf(runtime.database, 'torvik-pilot');
  expect(versions.map(({ version, by }) => [version, by])).toEqual([
    [2, 'IM'],
    [1, 'IM'],
  ]);
  const profile = await findProfile(runtime.database, 'torvik-pilot');
  expect(profile?.places[0]?.form).toMatchObject({ coverMm: { value: 4.05, origin: { kind: 'measured' } } });
});

it('an export says what it comes to; what was changed behind that is refused, and so is what cannot be worked, all of it at once', async () => {
  const { runtime } = workshop;
  const wren = (await findProfile(runtime.database, 'braskit-wren'))!;
  const file = JSON.parse(JSON.stringify(sealed(wren))) as typeof wren & { checksum: string };
  expect(code(lookAtProfile(file))).toBe('ok');
  expect(code(lookAtProfile({ ...file, family: 'another' }))).toBe('checksum');
  expect(code(await putProfile(runtime, { ...file, family: 'another' }))).toBe('checksum');
  const [first, ...rest] = wren.procedure.open;
  const broken = { ...wren, procedure: { ...wren.procedure, open: [...rest, first] }, colour: 'red' };
  const refused = await putProfile(runtime, broken);
  expect(refused.ok ? [] : (refused.fault.details ?? []).map(({ where }) => where)).toContain('colour');
  expect((await findProfile(runtime.database, 'braskit-wren'))?.family).toBe(wren.family);
});

it('what a job recorded becomes the procedure of its device once it is ended and proved', async () => {
  const { runtime } = workshop;
  const { id } = value(await takeInDevice(runtime, takeIn, 'IM'));
  const record = (what: string, more: object = {}) =>
    act(runtime, id, { kind: 'record', recorded: RecordedAct.parse({ what, of: '', ...more }) });
  expect(await record('switch-off')).toBe('ok');
  expect(await record('unscrew', { of: 'back', part: 'cover', count: 4, lengthMm: 5, bit: 'PH0' })).toBe(
    'ok',
  );
  expect(await record('lift', { of: 'back', part: 'cover' })).toBe('ok');
  expect(code(await keepRecording(runtime, 'torvik-pilot', { jobId: id }, asks))).toBe('no-recording');
  expect(await record('unplug', { of: 'battery', part: 'battery', latch: 'plug' })).toBe('ok');
  expect(await record('draw')).toBe('ok');
  expect(await act(runtime, id, { kind: 'record-end' })).toBe('ok');
  expect(code(await keepRecording(runtime, 'braskit-wren', { jobId: id }, asks))).toBe('no-recording');
  expect(code(await keepRecording(runtime, 'torvik-pilot', { jobId: id }, asks))).toBe('ok');
  expect(code(await keepRecording(runtime, 'torvik-pilot', { jobId: id }, asks))).toBe('written');
  const profile = await findProfile(runtime.database, 'torvik-pilot');
  expect(profile?.procedure.open.map(({ title }) => title)[1]).toBe(
    'Unscrew 4 screws of the back (PH0 · 5 mm)',
  );
});

it('the times of a job move those of its procedure, as the next version, and only of its own device', async () => {
  const { runtime } = workshop;
  const before = (await findProfile(runtime.database, 'braskit-wren'))!;
  const id = value(await takeInDevice(runtime, { ...takeIn, profileId: before.id }, 'IM')).id;
  const timed = (jobId: string, profileId = before.id) => keepTimes(runtime, profileId, { jobId }, asks);
  expect(code(await timed(id))).toBe('no-times');
  expect(code(await timed(id, 'torvik-pilot'))).toBe('other-device');
  for (const minutes of [0, 0.5, 4]) {
    workshop.pass(minutes * 60);
    const now = value(await jobView(runtime, id));
    expect(await act(runtime, id, { kind: 'step', stepId: now.nextStepId })).toBe('ok');
  }
  expect(code(await timed(id))).toBe('ok');
  // The same times once more would say more than one job did.
  expect(code(await timed(id))).toBe('kept');
  const after = (await findProfile(runtime.database, before.id))!;
  expect(after.procedure.open.map(({ minutes }) => minutes)).not.toEqual(
    before.procedure.open.map(({ minutes }) => minutes),
  );
});

it('partitions that were seen on a drive are what the device is delivered with; what cannot be is refused, and nothing changes', async () => {
  const { runtime } = workshop;
  const wren = (await findProfile(runtime.database, 'braskit-wren'))!;
  const take = (partitions: unknown) =>
    takePartitions(runtime, 'torvik-gull', { partitions, seenOn: 'old.img' }, asks);
  expect(code(await take(wren.deliveredParts.map((one) => ({ ...one, sizeMiB: 64 }))))).toBe('profile');
  expect(code(await take([]))).toBe('form');
  const seen = wren.deliveredParts.map((one, i) => ({ ...one, name: `seen ${i + 1}` }));
  expect(code(await take(seen))).toBe('ok');
  expect((await findProfile(runtime.database, 'torvik-gull'))?.deliveredParts).toEqual(seen);
  expect((await versionsOf(runtime.database, 'torvik-gull'))[0]).toMatchObject({
    why: 'partitions as seen on old.img',
  });
});

it('every step of every demo job has the words that the procedure gives it, or none of its own there', async () => {
  const { runtime } = workshop;
  for (const jobId of ['Q-0413', 'Q-0414', 'Q-0415']) {
    const { steps, profile } = value(await jobView(runtime, jobId));
    const answers = [];
    for (const { id: stepId, how: was } of steps)
      answers.push(code(await improveWords(runtime, profile.id, { jobId, stepId, was, how: was }, asks)));
    expect(answers.filter((one) => one === 'words-changed')).toEqual([]);
    expect(answers.filter((one) => one === 'ok').length).toBeGreaterThan(10);
  }
});

it('a step is said better by the job that does it; the next job of the kind shows it, this one goes on as it began', async () => {
  const { runtime } = workshop;
  const before = value(await jobView(runtime, 'Q-0412'));
  const { id } = before.profile;
  const own = before.steps.filter(({ station }) => ['open', 'swap', 'close'].includes(station));
  expect(own.length).toBeGreaterThan(10);
  const step = own.find(({ id: one }) => one.startsWith('back-'))!;
  const better = { jobId: 'Q-0412', stepId: step.id, was: step.how, how: 'Begin at the corner by the port.' };
  const { version } = (await versionsOf(runtime.database, id))[0]!;
  expect(value(await improveWords(runtime, id, better, asks))).toEqual({ id, version: version + 1 });
  expect((await versionsOf(runtime.database, id))[0]).toMatchObject({
    by: 'IM',
    why: `words of “${step.title}”, from job Q-0412`,
  });
  // Somebody else, at another job, has the words that were: told, and nothing lost.
  expect(code(await improveWords(runtime, id, { ...better, how: 'Otherwise.' }, asks))).toBe('words-changed');
  expect(code(await improveWords(runtime, id, { ...better, stepId: 'r1' }, asks))).toBe('no-step');
  expect(code(await improveWords(runtime, id, { ...better, how: ' ' }, asks))).toBe('form');
  expect(code(await improveWords(runtime, id, { ...better, jobId: 'Q-9999' }, asks))).toBe('no-job');
  expect(code(await improveWords(runtime, 'torvik-pilot', better, asks))).toBe('not-found');
  const howOf = async (jobId: string) =>
    value(await jobView(runtime, jobId)).steps.find((one) => one.id === step.id)!.how;
  expect(await howOf('Q-0412')).toBe(step.how);
  const taken = value(
    await takeInDevice(runtime, { ...takeIn, profileId: id, oldDrive: before.job.takeIn.oldDrive }, 'IM'),
  );
  expect(await howOf(taken.id)).toBe('Begin at the corner by the port.');
});
