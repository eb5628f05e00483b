import { ProcedureShape, allSteps, deviceFact, swapSteps, undo, wayBack, wayIn } from '.';

const back = (id: string, more: object = {}) => ({
  title: `Undo ${id}`,
  how: `How to undo ${id}`,
  minutes: 1,
  ...more,
});
const open = (id: string, more: object = {}) => ({
  id,
  title: `Do ${id}`,
  how: `How to do ${id}.`,
  minutes: 2,
  back: back(id),
  ...more,
});
const step = (id: string, more: object = {}) => ({
  id,
  title: `Do ${id}`,
  how: `How to do ${id}`,
  minutes: 3,
  ...more,
});
const fact = (name: string, value: boolean | null) => ({ fact: name, value });
const coverOff = fact('cover.on', false);

/** What a procedure says, proved or not. */
const made = (parts: object) =>
  ProcedureShape.parse({ fasteners: [], cables: [], tools: [], open: [], swap: [], ...parts });
const ids = (steps: readonly { id: string }[]) => steps.map(({ id }) => id);

describe('an empty place', () => {
  const drawn = fact('drive.inserted', false);
  it.each<[string, object, boolean]>([
    ['draws the drive out and nothing else', { effects: [drawn] }, false],
    ['brings about nothing', {}, true],
    ['does something else too', { effects: [drawn, coverOff] }, true],
    ['puts it in', { effects: [fact('drive.inserted', true)] }, true],
    ['takes a screw out as well', { effects: [drawn], takesOut: ['screw'] }, true],
    ['takes a cable off as well', { effects: [drawn], unplugs: ['ribbon'] }, true],
  ])('a step that %s', (_, more, stays) => {
    const procedure = made({
      fasteners: [{ id: 'screw', where: 'drive', count: 1, lengthMm: 3, bit: 'PH0' }],
      cables: [{ id: 'ribbon', where: 'ribbon', latch: 'flip' }],
      open: [open('cover', { effects: [coverOff] }), open('it', more)],
    });
    expect(ids(wayIn(procedure))).toEqual(['cover', 'it']);
    expect(ids(wayIn(procedure, { isEmpty: true }))).toEqual(stays ? ['cover', 'it'] : ['cover']);
  });
});

it('a step of the swap under a condition is there where it holds, and nowhere else', () => {
  const procedure = made({ swap: [step('a'), step('b', { when: 'sink-chosen' })] });
  expect([
    ids(swapSteps(procedure)),
    ids(swapSteps(procedure, { holds: [] })),
    ids(swapSteps(procedure, { holds: ['sink-chosen'] })),
  ]).toEqual([['a'], ['a'], ['a', 'b']]);
});

describe('the order of closing', () => {
  const [a, b, c] = ['a', 'b', 'c'].map((name) => open(name, { effects: [fact(`own.${name}`, true)] }));

  it('is that of opening turned round', () => {
    expect(ids(wayBack(made({ open: [a, b, c] })))).toEqual(['back-c', 'back-b', 'back-a']);
  });

  it('a step with a place of its own comes right before the one that it names', () => {
    const early = open('early', { effects: [fact('own.early', true)], back: back('early', { before: 'c' }) });
    const late = open('late', { effects: [fact('own.late', true)], back: back('late', { before: 'a' }) });
    expect(ids(wayBack(made({ open: [early, a, b, c, late] })))).toEqual([
      'back-early',
      'back-c',
      'back-b',
      'back-late',
      'back-a',
    ]);
  });

  it('one that names a step which was not done keeps its place', () => {
    const early = open('early', { effects: [fact('own.early', true)], back: back('early', { before: 'c' }) });
    const procedure = made({ open: [early, a, b, c] });
    expect(ids(undo(procedure, wayIn(procedure).slice(0, 3)))).toEqual(['back-b', 'back-a', 'back-early']);
  });

  it('what only closing has stands beside the undoing it names, at the end, or nowhere', () => {
    const close = [
      step('seal'),
      step('paste', { beside: { undoing: 'b', side: 'before' } }),
      step('tape', { beside: { undoing: 'b', side: 'after' } }),
      step('film', { beside: { undoing: 'c', side: 'after' } }),
    ];
    const procedure = made({ open: [a, b, c], close });
    expect(ids(wayBack(procedure))).toEqual(['back-c', 'film', 'paste', 'back-b', 'tape', 'back-a', 'seal']);
    expect(ids(undo(procedure, wayIn(procedure).slice(0, 2)))).toEqual([
      'paste',
      'back-b',
      'tape',
      'back-a',
      'seal',
    ]);
    expect(undo(procedure, [])).toEqual([]);
  });

  it('what only closing has hangs on board and answer like any step', () => {
    const procedure = made({
      questions: [
        {
          id: 'how',
          ask: 'How?',
          answers: [
            { id: 'warm', words: 'warm', why: 'soft' },
            { id: 'cold', words: 'cold', why: 'slow' },
          ],
        },
      ],
      open: [a],
      close: [
        step('glue', { only: { question: 'how', answer: 'cold' } }),
        step('mark', { revisions: ['b-side'] }),
        step('other', { revisions: ['a-side'] }),
      ],
    });
    expect(ids(wayBack(procedure))).toEqual(['back-a', 'mark']);
    expect(ids(wayBack(procedure, { answers: { how: 'cold' }, revisionId: 'a-side' }))).toEqual([
      'back-a',
      'glue',
      'other',
    ]);
  });
});

describe('what is left to undo', () => {
  it('is what still stands as opening left it', () => {
    const procedure = made({
      open: [open('both', { effects: [fact('own.lid', false), fact('own.shield', false)] })],
      swap: [step('shield', { effects: [fact('own.shield', true)] })],
    });
    expect(wayBack(procedure)).toMatchObject([
      { id: 'back-both', effects: [{ fact: 'own.lid', value: true }], station: 'close' },
    ]);
  });

  it('falls out where the swap did all of it, or where only an unknown was left', () => {
    const procedure = made({
      open: [
        open('shield', { effects: [fact('own.shield', false)] }),
        open('look', { effects: [fact('own.seen', null)] }),
        open('talk'),
      ],
      swap: [step('again', { effects: [fact('own.shield', true)] })],
    });
    // What brings about nothing has nothing that could be left: its undoing is an act all the same.
    expect(ids(wayBack(procedure))).toEqual(['back-talk']);
  });

  it('an exception stays out, but for fasteners, cables and the drive', () => {
    const none = { back: { none: 'it stays so' } };
    const procedure = made({
      fasteners: [{ id: 'screw', where: 'edge', count: 1, lengthMm: 4, bit: 'PH0' }],
      cables: [
        { id: 'ribbon', where: 'ribbon', latch: 'flip' },
        { id: 'fan', where: 'fan', latch: 'plug' },
      ],
      open: [
        open('film', { ...none, effects: [fact('own.film', false)] }),
        open('words', { ...none }),
        open('screws', { ...none, takesOut: ['screw'], effects: [fact('own.rib', false)] }),
        open('cables', {
          ...none,
          unplugs: ['ribbon', 'fan'],
          tool: 'spudger',
          hold: 'the board',
          breaks: 'the latch',
        }),
        open('drive', { ...none, effects: [fact('drive.inserted', false)] }),
      ],
      tools: [{ name: 'spudger' }],
    });
    const way = wayBack(procedure);
    expect(ids(way)).toEqual(['back-drive', 'back-cables', 'back-screws']);
    const [drive, cables, screws] = way;
    expect(drive).toMatchObject({
      title: 'Undo: do drive',
      how: 'The other way round: How to do drive.',
      effects: [{ fact: 'drive.inserted', value: true }],
      minutes: 2,
      tool: null,
      hold: null,
      breaks: null,
      putsIn: [],
      plugs: [],
    });
    expect(cables).toMatchObject({
      title: 'Plug again: ribbon, fan',
      plugs: ['ribbon', 'fan'],
      unplugs: [],
      tool: 'spudger',
      hold: 'the board',
      breaks: 'the latch',
      needs: [],
      waits: false,
      alongside: [],
    });
    // How each of them is closed, as sentences.
    expect(cables?.how).toMatch(/^[A-Z][^.]*\. [A-Z][^.]*\.$/u);
    expect(screws?.effects).toEqual([{ fact: 'screw.screw.1.in', value: true }]);
    expect(screws).toMatchObject({ takesOut: [], putsIn: ['screw'] });
  });

  it('a cable that the swap put on again is neither plugged twice nor named', () => {
    const procedure = made({
      cables: [
        { id: 'ribbon', where: 'ribbon', latch: 'flip' },
        { id: 'fan', where: 'fan', latch: 'plug' },
      ],
      open: [open('cables', { unplugs: ['ribbon', 'fan'], back: { none: 'with the drive' } })],
      swap: [step('fan', { plugs: ['fan'] })],
    });
    expect(wayBack(procedure)).toMatchObject([{ title: 'Plug again: ribbon', plugs: ['ribbon'] }]);
  });

  it('the way back has its own tool, hand and materials, or those of opening', () => {
    const way = (more: object) =>
      wayBack(
        made({
          tools: [{ name: 'driver' }, { name: 'spudger' }],
          open: [
            open('lid', {
              tool: 'driver',
              hold: 'the lid',
              breaks: 'the clip',
              materials: [{ name: 'cloth', why: 'scratches' }],
              effects: [coverOff],
              back: back('lid', more),
            }),
          ],
        }),
      )[0];
    expect(way({})).toMatchObject({
      tool: 'driver',
      hold: 'the lid',
      breaks: 'the clip',
      materials: [{ name: 'cloth' }],
      needs: [],
    });
    expect(
      way({
        tool: 'spudger',
        hold: 'the frame',
        breaks: 'the rib',
        materials: [{ name: 'tape', why: 'seal' }],
        needs: [fact('own.dry', true)],
      }),
    ).toMatchObject({
      tool: 'spudger',
      hold: 'the frame',
      breaks: 'the rib',
      materials: [{ name: 'tape' }],
      needs: [{ fact: 'own.dry', value: true }],
    });
  });
});

it('from the first step that differs between boards on the board must be known, on the way back always', () => {
  const procedure = made({
    open: [
      open('lid', { effects: [coverOff] }),
      open('left', { revisions: ['a-side'], effects: [fact('own.left', false)] }),
    ],
    swap: [step('swap')],
  });
  const after = (steps: ReturnType<typeof allSteps>) =>
    Object.fromEntries(steps.map(({ id, afterFork }) => [id, afterFork]));
  expect(after(allSteps(procedure))).toEqual({
    lid: false,
    left: true,
    swap: true,
    'back-left': true,
    'back-lid': true,
  });
  const plain = made({ open: [open('lid', { effects: [coverOff] })], swap: [step('swap')] });
  expect(after(allSteps(plain))).toEqual({ lid: false, swap: false, 'back-lid': false });
});

it('what a step brings about is what it says, then its fasteners, then its cables', () => {
  const procedure = made({
    fasteners: [{ id: 'screw', where: 'edge', count: 2, lengthMm: 4, bit: 'PH0' }],
    cables: [
      { id: 'ribbon', where: 'ribbon', latch: 'flip' },
      { id: 'fan', where: 'fan', latch: 'plug', fact: 'own.fan' },
    ],
    open: [open('out', { effects: [coverOff], takesOut: ['screw'], unplugs: ['fan', 'ribbon'] })],
    swap: [step('in', { putsIn: ['screw'], plugs: ['fan'] })],
  });
  const [out, put] = [...wayIn(procedure), ...swapSteps(procedure)];
  expect(out?.effects.map(({ fact: name, value }) => `${name} ${value}`)).toEqual([
    'cover.on false',
    'screw.screw.1.in false',
    'screw.screw.2.in false',
    'cable.ribbon.on false',
    'own.fan false',
  ]);
  expect(put?.effects).toEqual([
    { fact: 'screw.screw.1.in', value: true },
    { fact: 'screw.screw.2.in', value: true },
    { fact: deviceFact('own.fan'), value: true },
  ]);
});
