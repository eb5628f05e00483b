import { partsOfJson } from '@/core/exchange';
import { placeIdOf } from '@/core/job';
import { Part } from '@/core/part';
import {
  PartQuery,
  answerFit,
  askView,
  exportParts,
  findParts,
  findJob,
  findProfile,
  importParts,
  putPart,
  putProfile,
  rankedView,
  removePart,
  searchParts,
  takeInDevice,
} from '@/server';
import { type Workshop, act, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const search = (more: object) => searchParts(workshop.runtime.database, PartQuery.parse(more));
const value = <T>(result: { ok: true; value: T } | { ok: false; fault: { sentence: string } }): T => {
  if (!result.ok) throw new Error(result.fault.sentence);
  return result.value;
};
const code = (result: { ok: boolean; fault?: { code: string } }) => (result.ok ? 'ok' : result.fault!.code);

describe('the catalogue', () => {
  it('is searched by words, filters and order, in pages', async () => {
    const all = await search({});
    expect(all.total).toBeGreaterThanOrEqual(60);
    expect(all.counts).toMatchObject({ drive: all.total, adapter: 2 });
    expect((await search({ text: 'seam 2 tb' })).parts.map(({ id }) => id)).toEqual(['pirrin-seam-2000']);
    expect((await search({ text: 'SEAM 100%' })).total).toBe(0);
    const cards = await search({ protocol: 'UHS-I', sort: 'price' });
    const prices = cards.parts.map(({ price }) => price.minor);
    expect(prices).toEqual([...prices].sort((a, b) => a - b));
    const shelf = await search({ onShelf: 'true' });
    expect(shelf.parts.every(({ onShelf }) => onShelf > 0)).toBe(true);
    const [first, second] = [await search({ limit: 5 }), await search({ limit: 5, offset: 5 })];
    expect([...first.parts, ...second.parts].map(({ id }) => id)).toEqual(
      (await search({ limit: 10 })).parts.map(({ id }) => id),
    );
  });

  it('answers a search of 10,000 drives in under 100 ms', async () => {
    const { runtime } = await openLarge();
    const times: number[] = [];
    for (const text of ['wharf', 'marl 4000', '2280', 'zz', 'drive 77']) {
      const start = process.cpuUsage();
      await searchParts(runtime.database, PartQuery.parse({ text, sort: 'price-per-gb' }));
      const { user, system } = process.cpuUsage(start);
      times.push((user + system) / 1000);
    }
    // Time of the processor, the least of five: a machine that others use too may stall in any one of them.
    expect(Math.min(...times)).toBeLessThan(100);
  });

  it('keeps a part that a job has chosen, and lets others go', async () => {
    expect(code(await removePart(workshop.runtime, 'kelvane-dusk-1000'))).toBe('in-use');
    expect(code(await removePart(workshop.runtime, 'nerrow-cask-256'))).toBe('ok');
    expect(code(await removePart(workshop.runtime, 'nerrow-cask-256'))).toBe('not-found');
  });

  it('keeps a measure beside the figure of the paper', async () => {
    const [drive] = await findParts(workshop.runtime.database, ['kelvane-vesper-2000']);
    const mm = {
      known: true,
      value: 1.1,
      minus: 0.03,
      plus: 0.03,
      origin: { kind: 'measured', note: 'caliper', at: '2026-11-24' },
    };
    value(await putPart(workshop.runtime, { ...drive, measured: { chipTopMm: mm } }));
    const judged = value(
      await rankedView(workshop.runtime, { profileId: 'braskit-osprey', text: 'vesper 2000' }),
    );
    expect(judged.lines[0]).toMatchObject({
      worst: { verdict: 'clear' },
      build: { drive: { measured: { chipTopMm: { value: 1.1 } } } },
    });
    expect(code(await putPart(workshop.runtime, { ...drive, readBytesPerS: -1 }))).toBe('form');
    // Added as new it must not take the place of one that is there.
    expect(code(await putPart(workshop.runtime, drive, true))).toBe('exists');
  });
});

let large: Workshop | null = null;
afterAll(() => large?.close());
async function openLarge(): Promise<Workshop> {
  large = await openWorkshop();
  const [model] = await findParts(large.runtime.database, ['ostrel-marl-2000']);
  const parts = Array.from({ length: 10_000 }, (_, i) => ({
    ...model!,
    id: `drive-${i}`,
    model: `Drive ${i % 97}`,
  }));
  const done = await importParts(large.runtime, {
    kind: 'drive',
    format: 'json',
    text: JSON.stringify(parts),
    commit: true,
  });
  expect(done).toMatchObject({ ok: true, value: { imported: true, newIds: 10_000 } });
  return large;
}

describe('import and export', () => {
  const preview = (text: string, more: object = {}) =>
    importParts(workshop.runtime, { kind: 'drive', format: 'csv', text, commit: true, ...more });
  const heading =
    'id;maker;model;formFactor;protocol;labelGB;sectorBytes;linkGeneration;lanes;read MB/s;write MB/s;kept-up write MB/s;price';
  const good = 'new-1;"Ostrel; the maker";New;2280-S3-M;NVMe;1000;512;4;4;7000;6000;900;99,90';

  it.each(['drive', 'heatsink', 'pad', 'adapter', 'case'] as const)(
    'of every %s round-trips without loss, as CSV and as JSON',
    async (kind) => {
      const before = (await search({ kind, limit: 200 })).parts;
      for (const format of ['csv', 'json'] as const) {
        const text = await exportParts(workshop.runtime, kind, format);
        expect(
          value(await importParts(workshop.runtime, { kind, format, text, commit: true })),
        ).toMatchObject({ imported: true, newIds: 0 });
        expect((await search({ kind, limit: 200 })).parts).toEqual(before);
      }
    },
  );

  it('reads semicolons, quotes, decimal commas and a byte-order mark', async () => {
    const read = value(await preview(`\uFEFF${heading}\n${good}\n`));
    expect(read).toMatchObject({ imported: true, good: 1, newIds: 1 });
    const [part] = await findParts(workshop.runtime.database, ['new-1']);
    expect(part).toMatchObject({ maker: 'Ostrel; the maker', price: { minor: 9990 } });
  });

  it('names row, column, fault and fix, and imports nothing while one line is wrong', async () => {
    const before = (await search({})).total;
    const read = value(
      await preview(
        [
          heading,
          good.replace('new-1', 'new-2'),
          good.replace('new-1', 'new-3').replace('2280-S3-M', '2280-S9-M'),
          good.replace('new-1', 'new-2'),
        ].join('\n'),
      ),
    );
    expect(read.imported).toBe(false);
    expect(read.faults).toMatchObject([
      { row: 3, column: 'formFactor', fault: expect.stringContaining('S9'), fix: expect.any(String) },
      { row: 4, column: 'id', fault: expect.stringContaining('line 2 already') },
    ]);
    expect((await search({})).total).toBe(before);
  });

  it('writes no formula into a table', async () => {
    const [part] = await findParts(workshop.runtime.database, ['pirrin-seam-2000']);
    value(await putPart(workshop.runtime, { ...part, id: 'formula', model: '=HYPERLINK("x")' }));
    expect(await exportParts(workshop.runtime, 'drive', 'csv')).toContain("'=HYPERLINK(");
    expect(code(await removePart(workshop.runtime, 'formula'))).toBe('ok');
  });

  it.each([
    ['an empty file', '', 'no-table'],
    ['no table at all', 'x'.repeat(5000), 'no-table'],
    ['a heading without an id', 'maker;model\na;b', 'no-table'],
    ['lines beyond any catalogue', `${heading}\n${`${good}\n`.repeat(20_001)}`, 'too-long'],
  ])('refuses %s with a sentence', async (_, text, refusal) => {
    expect(code(await preview(text))).toBe(refusal);
  });

  it.each([
    ['a thousand brackets deep', '['.repeat(1000) + ']'.repeat(1000), 'too-deep'],
    ['cut off', '[{"schema":"jicara.drive/2"', 'no-json'],
  ])('refuses JSON %s', async (_, text, refusal) => {
    expect(code(await preview(text, { format: 'json' }))).toBe(refusal);
  });

  it('survives megabytes of junk', async () => {
    const junk = Array.from({ length: 3000 }, (_, i) => `${'\u0000\uFFFD"=;'.repeat(60)}${i}`).join('\n');
    expect(code(await preview(junk))).not.toBe('ok');
    expect(code(await preview(junk, { format: 'json' }))).toBe('no-json');
    expect((await search({})).total).toBeGreaterThan(60);
  });
});

describe('programs', () => {
  it('ask a fit by ids or inline, and get margins, heat, remedies and the shopping list', async () => {
    const asked = { profile: 'braskit-osprey', drive: 'ostrel-marl-2000', pads: ['lindrel-soft-100'] };
    const answer = value(await answerFit(workshop.runtime, asked)) as {
      verdict: string;
      margins: { id: string }[];
      remedies: { parts: string[]; extraMinor: number }[];
      heat: { known: boolean };
      shopping: { kind: string }[];
    };
    expect(answer.verdict).toBe('over');
    expect(answer.remedies[0]).toMatchObject({
      parts: expect.arrayContaining(['ostrel-marl-2000', 'lindrel-soft-150']),
    });
    expect(answer.heat.known).toBe(true);
    expect(answer.shopping.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['drive', 'pad', 'tool']));
    const inline = {
      ...asked,
      profile: await findProfile(workshop.runtime.database, 'braskit-osprey'),
      drive: (await findParts(workshop.runtime.database, ['ostrel-marl-2000']))[0],
      pads: ['lindrel-soft-250'],
    };
    expect(value(await answerFit(workshop.runtime, inline))).toMatchObject({
      verdict: 'clear',
      remedies: [],
    });
    expect(code(await answerFit(workshop.runtime, { ...asked, drive: 'gone' }))).toBe('not-found');
    expect(code(await answerFit(workshop.runtime, { profile: 7 }))).toBe('form');
  });

  it('write profiles that hold together, and a job keeps the one it began with', async () => {
    const profile = (await findProfile(workshop.runtime.database, 'braskit-osprey'))!;
    const [place] = profile.places;
    if (place!.form.kind !== 'module') throw new Error('the Osprey has a slot');
    const lower = { ...place!.form, coverMm: { ...place!.form.coverMm, value: 6 } };
    // The sink would stand through the cover: contradictory.
    expect(
      await putProfile(workshop.runtime, {
        ...profile,
        places: [{ ...place, form: { ...lower, coverMm: { ...lower.coverMm, value: 4 } } }],
      }),
    ).toMatchObject({
      ok: false,
      fault: { sentence: expect.stringContaining('The sink lies above the cover') },
    });
    value(await putProfile(workshop.runtime, { ...profile, places: [{ ...place, form: lower }] }));
    const anew = value(await rankedView(workshop.runtime, { profileId: 'braskit-osprey' }));
    expect(anew.counts.clear).toBe(0);
    const begun = value(await rankedView(workshop.runtime, { jobId: 'Q-0412' }));
    expect(begun.counts.clear).toBeGreaterThan(3);
    value(await putProfile(workshop.runtime, profile));
  });

  it('ask as the owner does at the counter', async () => {
    const view = await askView(workshop.runtime, 'osprey 2280-D2-M 2 TB 7000');
    expect(view).toMatchObject({
      profile: { id: 'braskit-osprey' },
      fromCatalogue: false,
      build: { drive: { formFactor: '2280-D2-M' } },
    });
    expect((await askView(workshop.runtime, 'heron seam 1 tb')).build?.drive.id).toBe('pirrin-seam-1000');
    expect((await askView(workshop.runtime, '')).devices.length).toBe(8);
  });

  it('are offered what can go in before what cannot', async () => {
    const { drives } = await askView(workshop.runtime, 'skein 4 tb');
    const forms = drives.map(({ formFactor }) => formFactor === '3.5-inch');
    expect(forms).toContain(true);
    expect(forms).toEqual([...forms].sort((a, b) => Number(b) - Number(a)));
  });

  it('get no other place, board or change in the stead of one that is not there', async () => {
    const asked = { profile: 'braskit-wren', drive: 'ostrel-marl-2000', remedies: 0 };
    for (const strange of [{ placeId: 'attic' }, { revisionId: 'v99' }, { caseChangeIds: ['saw'] }])
      expect(code(await answerFit(workshop.runtime, { ...asked, ...strange }))).toBe('not-found');
    for (const strange of [{ placeId: 'attic' }, { revisionId: 'v99' }])
      expect(code(await rankedView(workshop.runtime, { profileId: 'braskit-wren', ...strange }))).toBe(
        'not-found',
      );
    expect(code(await rankedView(workshop.runtime, { jobId: 'Q-0412', placeId: 'attic' }))).toBe('not-found');
    const revised = value(
      await rankedView(workshop.runtime, { profileId: 'braskit-wren', revisionId: 'early' }),
    );
    const unseen = value(await rankedView(workshop.runtime, { profileId: 'braskit-wren' }));
    expect(revised.counts).not.toEqual(unseen.counts);
  });
});

describe('a job', () => {
  it('takes adapter and change to the case, revision, system version and library into its answer', async () => {
    const { runtime } = workshop;
    expect(
      await act(runtime, 'Q-0412', {
        kind: 'library',
        library: { kind: 'count', count: 90, typicalBytes: 60e9 },
      }),
    ).toBe('ok');
    const full = value(await rankedView(runtime, { jobId: 'Q-0412' }));
    expect(full.counts.clear).toBe(0);
    expect(await act(runtime, 'Q-0412', { kind: 'library', library: null })).toBe('ok');
    expect(await act(runtime, 'Q-0415', { kind: 'revision', revisionId: 'early' })).toBe('ok');
    const early = value(await rankedView(runtime, { jobId: 'Q-0415' }));
    expect(early.counts.clear).toBeGreaterThan(0);
    expect(await act(runtime, 'Q-0415', { kind: 'revision', revisionId: 'none' })).toBe('no-revision');
    expect(await act(runtime, 'Q-0415', { kind: 'revision', revisionId: null })).toBe('ok');
  });
});

it('a device is taken in with all that was asked about it: its place, its board, its version', async () => {
  const { runtime } = workshop;
  const begun = value(await findJob(runtime.database, 'Q-0415')).state.job.takeIn;
  const asked = { ...begun, placeId: 'card', systemVersion: '4.2.1', revisionId: 'early' };
  const { id } = value(await takeInDevice(runtime, asked));
  const { job } = value(await findJob(runtime.database, id)).state;
  expect(job).toMatchObject({ revisionId: 'early', takeIn: { placeId: 'card', systemVersion: '4.2.1' } });
  expect(placeIdOf(job)).toBe('card');
  expect(code(await takeInDevice(runtime, { ...asked, placeId: 'attic' }))).toBe('not-found');
  expect(code(await takeInDevice(runtime, { ...asked, revisionId: 'v99' }))).toBe('not-found');
});

it('the shipped parts files are what an import reads', async () => {
  const text = await exportParts(workshop.runtime, 'pad', 'json');
  const { parts, faults } = partsOfJson(JSON.parse(text));
  expect(faults).toEqual([]);
  expect(parts.every(({ part }) => Part.safeParse(part).success)).toBe(true);
});
