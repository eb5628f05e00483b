import { fillWish } from '../disk';
import { exact } from '../margin';
import { foresee, makeSheet } from '.';
import { promiseMargin, workLeftSeconds, nextStep } from '../job';
import { sheetMarkdown, habitNote, Sheet } from '../sheet';
import { Bench, dock, profile, proof, takeIn, choose } from '../acts/bench.test.data';

const now = new Date('2026-11-24T08:00:00.000Z');

function bench(given = takeIn) {
  const made = new Bench(given);
  made.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  made.do({ kind: 'lay-out', wish: fillWish });
  return made;
}

function finished() {
  const made = bench({ ...takeIn, owner: 'A | B *bold* <i>x</i>', note: '' });
  const steps = (station: string) => {
    for (
      let act = nextStep(made.state, made.context);
      act?.station === station;
      act = nextStep(made.state, made.context)
    ) {
      made.do({ kind: 'step', stepId: act.id });
    }
  };
  steps('open');
  made.report({ kind: 'docked', dock });
  made.report({ kind: 'copied', proof });
  steps('swap');
  steps('close');
  made.do({ kind: 'note', text: 'left grip | was loose' });
  return made;
}

describe('the sheet', () => {
  const made = finished();
  const sheet = makeSheet(made.state, made.context);

  it('is its own published format', () => {
    expect(Sheet.parse(JSON.parse(JSON.stringify(sheet)))).toEqual(sheet);
  });

  it('tells before and after, parts with prices, work by name, and where every screw is', () => {
    expect(sheet).toMatchObject({
      before: { bytes: 1_000_215_216 * 512 },
      after: { bytes: 3_907_029_168 * 512, benchLabel: 'KV-2207', serial: 'B2' },
      totals: [{ minor: 16_800 + 480, currency: 'EUR' }],
      work: [{ by: 'Ines Marrow', acts: 28 }],
      screws: { total: 14, inBowl: 0 },
      copy: { sha256: proof.sha256 },
    });
    expect(sheet.partitions.map((part) => part.change)).toEqual(['stays', 'grows', 'moves']);
    expect(sheet.margins.map(({ station }) => station)).toEqual(expect.arrayContaining(['fit', 'prove']));
  });

  it('never calls unread what was not read: missing readings stay unknown on paper', () => {
    const verdicts = Object.fromEntries(sheet.margins.map(({ margin }) => [margin.id, margin.verdict]));
    expect(verdicts).toMatchObject({ 'size-shown': 'unknown', 'read-test': 'unknown', mismatches: 'clear' });
    expect(sheetMarkdown(sheet, { locale: 'en-GB' })).toContain('| Read test | not known |');
  });

  it('as Markdown keeps people’s text out of its own marks', () => {
    const text = sheetMarkdown(sheet, { locale: 'en-GB' });
    expect(text).toContain('A \\| B \\*bold\\* \\<i\\>x\\</i\\>');
    expect(text).toContain('left grip \\| was loose');
    const rows = text.split('\n').filter((line) => line.startsWith('| '));
    for (const row of rows) expect([3, 5]).toContain(row.split(/(?<!\\)\|/u).length - 2);
  });

  it('tells readings as the device counts, and says so', () => {
    const read = makeSheet(
      {
        ...made.state,
        job: {
          ...made.state.job,
          readings: { 'size-shown': exact(2 ** 40, { kind: 'reading', note: 'test' }) },
        },
      },
      made.context,
    );
    const text = sheetMarkdown(read, { locale: 'en-GB' });
    expect(text).toContain('| Size the device shows | 1 TB |');
    expect(text).toContain(habitNote(read));
    expect(habitNote({ ...read, showsCapacity: 'decimal' })).toBe('');
  });

  it('counts no step that was taken back', () => {
    const back = bench();
    back.do({ kind: 'step', stepId: 'lay-out' });
    back.do({ kind: 'step', stepId: 'power-off' });
    back.do({ kind: 'step-back' });
    expect(makeSheet(back.state, back.context).work).toEqual([{ by: 'Ines Marrow', acts: 1, minutes: 1 }]);
  });
});

describe('the promise', () => {
  it('sums what is left: handwork, desk and copy, by hand', () => {
    const made = bench();
    // Osprey by its profile: open 1+2+1+3+4+3+1+1+1+2+2+1+1 = 23, swap 1+2+2+2+1+1+1 = 10, close 2+2+1+2+4+3+1+1 = 16;
    // then docking 3, start 4, prove 6, sheet 4 minutes, and 100 s of copying.
    expect(workLeftSeconds(made.state, made.context, 100)).toBe((23 + 10 + 16 + 3 + 4 + 6 + 4) * 60 + 100);
  });

  it('is clear, tight or over against the promised time, and unknown without one', () => {
    const verdict = (promisedAt: string | null) => {
      const made = bench({ ...takeIn, promisedAt });
      return promiseMargin(made.state, made.context, now, null).verdict;
    };
    expect(verdict('2026-11-24T12:00:00.000Z')).toBe('clear');
    expect(verdict('2026-11-24T09:05:00.000Z')).toBe('tight');
    expect(verdict('2026-11-24T08:10:00.000Z')).toBe('over');
    expect(verdict('2026-11-24T07:00:00.000Z')).toBe('over');
    expect(verdict(null)).toBe('unknown');
  });

  it('asks for less with every step done', () => {
    const made = bench();
    const before = workLeftSeconds(made.state, made.context, null);
    made.do({ kind: 'step', stepId: 'lay-out' });
    expect(workLeftSeconds(made.state, made.context, null)).toBe(before - 60);
  });
});

describe('foresight', () => {
  it('names what will hold the job up, before it exists', () => {
    const codes = (more: object) => foresee(profile, { ...takeIn, ...more }).holds.map(({ code }) => code);
    expect(codes({})).toEqual([]);
    expect(codes({ card: 'unknown', chargePercent: 64, encryption: 'yes' })).toEqual([
      'card',
      'charge',
      'encryption',
    ]);
    expect(foresee(profile, takeIn).handMinutes).toBeGreaterThan(30);
  });
});
