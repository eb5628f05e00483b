import {
  Cable,
  FactName,
  FactSetting,
  FastenerGroup,
  type HandStep,
  OpenStep,
  type Procedure,
  ProcedureShape,
  SwapStep,
  WorkQuestion,
  allSteps,
  cableFact,
  deviceFact,
  dueSteps,
  fastenerText,
  fastenersOf,
  foldFacts,
  forkOf,
  goesToBowl,
  isKnownFact,
  lostFact,
  namedRevisions,
  procedureFaults,
  safeToTouch,
  screwLedger,
  screwsAtStart,
  screwsOut,
  swapSteps,
  undo,
  variantsOf,
  wayBack,
  wayIn,
} from '.';

const stamp = { at: '2026-11-24T08:00:00.000Z', by: 'IM' };
const open = (id: string, more: object = {}) => ({
  id,
  title: `Do ${id}`,
  how: `How to do ${id}`,
  minutes: 2,
  back: { title: `Undo ${id}`, how: `How to undo ${id}`, minutes: 1 },
  ...more,
});
const swap = (id: string, more: object = {}) => ({
  id,
  title: `Do ${id}`,
  how: `How to do ${id}`,
  minutes: 3,
  ...more,
});
const off = { fact: 'power.off', value: true };

/** A device in eight steps: a cover with screws and a captive one, a battery plug, a ribbon that stays out, a drive with its screw. */
const given = {
  fasteners: [
    { id: 'cover', where: 'back', count: 2, lengthMm: 5, bit: 'PH0' },
    { id: 'deep', where: 'corner', count: 1, lengthMm: 9, bit: 'PH0', captive: true },
    { id: 'drive', where: 'drive', count: 1, lengthMm: 3, bit: 'PH00' },
    { id: 'tabs', where: 'shield', kind: 'twist-tab', count: 3 },
  ],
  cables: [
    { id: 'battery', where: 'battery plug', latch: 'plug', fact: 'battery.connected' },
    { id: 'ribbon', where: 'ribbon', latch: 'flip', restsWhere: 'to the left' },
  ],
  tools: [{ name: 'driver' }],
  open: [
    open('off', { effects: [off], back: { none: 'first power does it' } }),
    open('cover', {
      takesOut: ['cover', 'deep'],
      tool: 'driver',
      needs: [off],
      effects: [{ fact: 'cover.on', value: false }],
    }),
    open('battery', { unplugs: ['battery'], needs: [{ fact: 'cover.on', value: false }] }),
    open('ribbon', {
      unplugs: ['ribbon'],
      takesOut: ['tabs'],
      touchesBoard: true,
      back: { none: 'it stays off' },
    }),
  ],
  swap: [
    swap('drive-out', {
      takesOut: ['drive'],
      tool: 'driver',
      effects: [{ fact: 'drive.inserted', value: false }],
      touchesBoard: true,
    }),
    swap('pad', { when: 'pad-chosen', effects: [{ fact: 'pad.on', value: true }] }),
    swap('drive-in', {
      putsIn: ['drive'],
      tool: 'driver',
      effects: [
        { fact: 'drive.inserted', value: true },
        { fact: 'drive.new-inside', value: true },
      ],
      touchesBoard: true,
    }),
  ],
};
const procedure: Procedure = ProcedureShape.parse(given);
const shown = (steps: HandStep[]) => steps.map(({ id, station }) => `${station} ${id}`);
const settings = (steps: HandStep[]) =>
  Object.fromEntries(
    steps.map(({ id, effects }) => [id, effects.map(({ fact, value }) => `${fact} ${value}`)]),
  );
const factsAfter = (steps: HandStep[], from = screwsAtStart(procedure)) =>
  foldFacts(
    [...from, ...steps.flatMap(({ effects }) => effects)].map((setting) => ({ ...setting, ...stamp })),
  );

describe('the way in, the swap and the way back', () => {
  it('each step has all that its fasteners and cables bring about', () => {
    expect(shown(allSteps(procedure))).toEqual([
      'open off',
      'open cover',
      'open battery',
      'open ribbon',
      'swap drive-out',
      'swap drive-in',
      'close back-ribbon',
      'close back-battery',
      'close back-cover',
    ]);
    expect(settings(allSteps(procedure))).toEqual({
      off: ['power.off true'],
      cover: ['cover.on false', 'screw.cover.1.in false', 'screw.cover.2.in false', 'screw.deep.1.in false'],
      battery: ['battery.connected false'],
      ribbon: [
        'screw.tabs.1.in false',
        'screw.tabs.2.in false',
        'screw.tabs.3.in false',
        'cable.ribbon.on false',
      ],
      'drive-out': ['drive.inserted false', 'screw.drive.1.in false'],
      'drive-in': ['drive.inserted true', 'drive.new-inside true', 'screw.drive.1.in true'],
      // It has no way back of its own: what no device is closed without comes back all the same.
      'back-ribbon': [
        'screw.tabs.1.in true',
        'screw.tabs.2.in true',
        'screw.tabs.3.in true',
        'cable.ribbon.on true',
      ],
      'back-battery': ['battery.connected true'],
      'back-cover': [
        'cover.on true',
        'screw.cover.1.in true',
        'screw.cover.2.in true',
        'screw.deep.1.in true',
      ],
    });
  });

  it('a step of the way in as the hands see it, and undone', () => {
    const [, cover] = wayIn(procedure);
    expect(cover).toEqual({
      id: 'cover',
      station: 'open',
      title: 'Do cover',
      how: 'How to do cover',
      at: null,
      tool: 'driver',
      materials: [],
      hold: null,
      caution: null,
      breaks: null,
      final: null,
      pry: null,
      stuck: null,
      minutes: 2,
      touchesBoard: false,
      mayDo: 'anyone',
      needs: [off],
      effects: expect.any(Array),
      takesOut: ['cover', 'deep'],
      putsIn: [],
      unplugs: [],
      plugs: [],
      tooEarly: null,
      forgotten: null,
      alongside: [],
      waits: false,
      afterFork: false,
    });
    const back = wayBack(procedure);
    expect(back[2]).toMatchObject({
      id: 'back-cover',
      station: 'close',
      title: 'Undo cover',
      how: 'How to undo cover',
      minutes: 1,
      needs: [],
      takesOut: [],
      putsIn: ['cover', 'deep'],
      unplugs: [],
      plugs: [],
      alongside: [],
      waits: false,
      afterFork: false,
    });
    expect(back[1]).toMatchObject({ plugs: ['battery'], putsIn: [] });
    // A step without words for its way back is told by what goes back on.
    expect(back[0]).toMatchObject({
      title: 'Plug again: ribbon',
      how: 'Latch up, ribbon straight in to its line, contacts the way they faced, latch down.',
      minutes: 2,
      plugs: ['ribbon'],
      putsIn: ['tabs'],
    });
  });

  it('what the build decides about the swap', () => {
    expect(shown(swapSteps(procedure))).toEqual(['swap drive-out', 'swap drive-in']);
    expect(shown(swapSteps(procedure, { holds: ['pad-chosen'] }))).toEqual([
      'swap drive-out',
      'swap pad',
      'swap drive-in',
    ]);
    expect(shown(swapSteps(procedure, { holds: ['sink-chosen'] }))).toHaveLength(2);
  });

  it('from wherever the work stands, only what was done is undone', () => {
    const all = allSteps(procedure);
    expect(shown(undo(procedure, []))).toEqual([]);
    expect(shown(undo(procedure, all.slice(0, 1)))).toEqual([]);
    expect(shown(undo(procedure, all.slice(0, 2)))).toEqual(['close back-cover']);
    expect(shown(undo(procedure, all.slice(0, 3)))).toEqual(['close back-battery', 'close back-cover']);
    // A drive that was taken out on the way in goes back, whatever the step says of its own way back.
    const early = ProcedureShape.parse({
      ...given,
      open: [
        ...given.open,
        open('drive', {
          effects: [{ fact: 'drive.inserted', value: false }],
          back: { none: 'the swap does it' },
        }),
      ],
    });
    expect(settings(undo(early, wayIn(early)))['back-drive']).toEqual(['drive.inserted true']);
    expect(shown(undo(early, [...wayIn(early), ...swapSteps(early)]))).not.toContain('close back-drive');
  });

  it('words of the way back are no longer than a step may be', () => {
    const long = ProcedureShape.parse({
      ...given,
      open: [open('x', { how: 'y'.repeat(400), takesOut: ['cover'], back: { none: 'so' } })],
    });
    expect(wayBack(long).map(({ how }) => how.length)).toEqual([400]);
  });

  it('the next step, and those that need not wait for it', () => {
    const along = ProcedureShape.parse({
      ...given,
      open: [
        given.open[0],
        given.open[1],
        { ...given.open[2], alongside: ['cover'] },
        { ...given.open[3], alongside: ['cover', 'battery'] },
      ],
    });
    const steps = allSteps(along);
    expect(shown(dueSteps(steps, []))).toEqual(['open off']);
    expect(shown(dueSteps(steps, ['off']))).toEqual(['open cover', 'open battery', 'open ribbon']);
    expect(shown(dueSteps(steps, ['off', 'cover']))).toEqual(['open battery', 'open ribbon']);
    expect(shown(dueSteps(steps, ['off', 'battery']))).toEqual(['open cover', 'open ribbon']);
    expect(
      dueSteps(
        steps,
        steps.map(({ id }) => id),
      ),
    ).toEqual([]);
  });
});

describe('boards and answers', () => {
  const forked = ProcedureShape.parse({
    ...given,
    questions: [
      {
        id: 'tool',
        ask: 'With what?',
        answers: [
          { id: 'nail', words: 'a nail', why: 'quick' },
          { id: 'stick', words: 'a stick', why: 'safe' },
        ],
      },
    ],
    open: [
      given.open[0],
      given.open[1],
      open('early', { revisions: ['a'], effects: [{ fact: 'shield.off', value: true }] }),
      open('late', { revisions: ['b', 'c'], effects: [{ fact: 'shield.off', value: true }] }),
      open('nail', {
        only: { question: 'tool', answer: 'nail' },
        effects: [{ fact: 'lid.up', value: true }],
      }),
      open('stick', {
        only: { question: 'tool', answer: 'stick' },
        effects: [{ fact: 'lid.up', value: true }],
      }),
      given.open[2],
      given.open[3],
    ],
  });
  const ids = (steps: HandStep[]) => steps.map(({ id }) => id);

  it('the first answer and the first board count until somebody says otherwise', () => {
    expect(ids(wayIn(forked))).toEqual(['off', 'cover', 'early', 'nail', 'battery', 'ribbon']);
    expect(ids(wayIn(forked, { answers: { tool: 'stick' }, revisionId: 'c' }))).toEqual([
      'off',
      'cover',
      'late',
      'stick',
      'battery',
      'ribbon',
    ]);
    expect(ids(wayIn(forked, { revisionId: 'z' }))).toEqual(['off', 'cover', 'nail', 'battery', 'ribbon']);
    expect(ids(wayIn(forked, { revisionId: null }))).toContain('early');
  });

  it('behind the fork the board must be known, on the way back always', () => {
    expect(namedRevisions(forked)).toEqual(['a', 'b', 'c']);
    expect(forkOf(forked)).toBe('early');
    expect(forkOf(procedure)).toBeNull();
    expect(wayIn(forked).map(({ afterFork }) => afterFork)).toEqual([false, false, true, true, true, true]);
    expect(swapSteps(forked).every(({ afterFork }) => afterFork)).toBe(true);
    expect(wayBack(forked).every(({ afterFork }) => afterFork)).toBe(true);
    expect(wayBack(procedure).some(({ afterFork }) => afterFork)).toBe(false);
  });

  it('the ways that a proof walks: each answer, on each board; where one alone is named, on another too', () => {
    const way = (tool: string, revisionId: string | null) => ({ answers: { tool }, revisionId });
    expect(variantsOf(forked)).toEqual([
      way('nail', 'a'),
      way('nail', 'b'),
      way('nail', 'c'),
      way('stick', 'a'),
      way('stick', 'b'),
      way('stick', 'c'),
    ]);
    expect(variantsOf(procedure)).toEqual([{ answers: {}, revisionId: null }]);
    const one = {
      ...procedure,
      open: procedure.open.map((step, i) => (i === 1 ? { ...step, revisions: ['a'] } : step)),
    };
    expect(variantsOf(one)).toEqual([
      { answers: {}, revisionId: 'a' },
      { answers: {}, revisionId: '' },
    ]);
  });
});

describe('the ledger', () => {
  it('counts what lies in the bowl, what is in its place, and what never comes out', () => {
    const ledger = screwLedger(procedure, factsAfter(wayIn(procedure).slice(1, 2)));
    expect(ledger.rows.map(({ group, inBowl, inPlace, lost }) => [group.id, inBowl, inPlace, lost])).toEqual([
      ['cover', 2, 0, false],
      ['deep', 0, 0, false],
      ['drive', 0, 1, false],
      ['tabs', 0, 3, false],
    ]);
    expect([ledger.inBowl, ledger.total, screwsOut(ledger)]).toEqual([2, 3, 3]);
    const lost = screwLedger(procedure, foldFacts([{ fact: lostFact('drive'), value: true, ...stamp }]));
    expect(lost.rows.map((row) => row.lost)).toEqual([false, false, true, false]);
    // What nobody has seen is in its place.
    expect(screwsOut(lost)).toBe(0);
  });

  it('knows the groups that the steps move, and no others', () => {
    const groups = (steps: HandStep[]) => fastenersOf(procedure, steps).map(({ id }) => id);
    expect(groups(wayIn(procedure))).toEqual(['cover', 'deep', 'tabs']);
    expect(groups(swapSteps(procedure))).toEqual(['drive']);
    expect(groups(wayBack(procedure).slice(2))).toEqual(['cover', 'deep']);
    expect(groups([])).toEqual([]);
  });

  it('what lies in the bowl, and how a group is called', () => {
    const group = (more: object) => FastenerGroup.parse({ id: 'x', where: 'x', count: 1, ...more });
    const [screw, nut, post] = [
      group({ lengthMm: 14, bit: 'PH0', count: 3 }),
      group({ kind: 'nut', bit: '5 mm' }),
      group({ kind: 'post', lengthMm: 4, captive: true }),
    ];
    expect([screw, nut, post].map((one) => goesToBowl(one))).toEqual([true, true, false]);
    expect(
      [group({ kind: 'post' }), group({ kind: 'latch' }), group({ kind: 'bent-tab' })].map(goesToBowl),
    ).toEqual([true, false, false]);
    expect([screw, nut, post, group({ kind: 'latch', count: 2 })].map(fastenerText)).toEqual([
      '3 screws · PH0 · 14 mm',
      '1 nut · 5 mm',
      '1 post · 4 mm · stays in',
      '2 latches',
    ]);
  });

  it('a cable is on by the fact it names, or by its own', () => {
    expect(procedure.cables.map(cableFact)).toEqual(['battery.connected', 'cable.ribbon.on']);
  });
});

describe('a procedure that cannot be worked is told by its step', () => {
  // The ribbon has a way back here: what stays out for good is refused.
  const sound = { ...given, open: given.open.map((step) => ({ ...step, back: open('x').back })) };
  const faults = (change: (its: typeof given) => object) =>
    procedureFaults(ProcedureShape.parse({ ...sound, ...change(sound) })).map(
      ({ path, message }) => `${path.join('.')}: ${message}`,
    );
  const steps = (at: number, more: object) => (its: typeof given) => ({
    open: its.open.map((step, i) => (i === at ? { ...step, ...more } : step)),
  });
  const swaps = (at: number, more: object) => (its: typeof given) => ({
    swap: its.swap.map((step, i) => (i === at ? { ...step, ...more } : step)),
  });

  it('and a sound one by nothing', () => expect(faults(() => ({}))).toEqual([]));

  it.each([
    ['twice', steps(1, { id: 'off' }), 'open.1: step off: it stands twice'],
    ['twice over both lists', swaps(0, { id: 'off' }), 'swap.0: step off: it stands twice'],
    ['a group', steps(1, { takesOut: ['attic'] }), 'open.1: step cover: there is no fastener group attic'],
    [
      'a group put in',
      swaps(2, { putsIn: ['attic'] }),
      'swap.2: step drive-in: there is no fastener group attic',
    ],
    ['a cable', steps(2, { unplugs: ['attic'] }), 'open.2: step battery: there is no cable attic'],
    ['a cable plugged', swaps(2, { plugs: ['attic'] }), 'swap.2: step drive-in: there is no cable attic'],
    ['a tool', steps(1, { tool: 'axe' }), 'open.1: step cover: there is no tool “axe”'],
    [
      'nothing that changes',
      swaps(1, { effects: [] }),
      'swap.1: step pad: it changes nothing: it has no effect, fastener or cable',
    ],
    [
      'an answer that nobody is asked for',
      steps(1, { only: { question: 'who', answer: 'me' } }),
      'open.1: step cover: nobody is asked for the answer who: me',
    ],
    [
      'a slip in a need',
      steps(1, { needs: [{ fact: 'power.of', value: true }] }),
      'open.1: step cover: power.of is not known; power.off is',
    ],
    [
      'two letters that changed places',
      swaps(1, { effects: [{ fact: 'powre.off', value: true }] }),
      'swap.1: step pad: powre.off is not known; power.off is',
    ],
    [
      'one letter too many',
      swaps(1, { effects: [{ fact: 'power.offf', value: true }] }),
      'swap.1: step pad: power.offf is not known; power.off is',
    ],
    [
      'another letter',
      swaps(1, { effects: [{ fact: 'tower.off', value: true }] }),
      'swap.1: step pad: tower.off is not known; power.off is',
    ],
    [
      'an override',
      swaps(1, { effects: [{ fact: 'override.charge', value: true }] }),
      'swap.1: step pad: override.charge is nothing that a step brings about',
    ],
    [
      'screws of no group',
      swaps(1, { effects: [{ fact: 'screw.attic.1.in', value: true }] }),
      'swap.1: step pad: screw.attic.1.in names no fastener group',
    ],
    [
      'a cable by its fact',
      swaps(1, { effects: [{ fact: 'cable.attic.on', value: true }] }),
      'swap.1: step pad: cable.attic.on names no cable',
    ],
    [
      'alongside what comes later',
      steps(1, { alongside: ['battery'] }),
      'open.1: step cover: it is done alongside battery, which does not stand before it here',
    ],
  ])('%s', (_, change, message) => expect(faults(change)).toEqual([message]));

  it.each([
    [
      'a need that nothing brings about',
      steps(1, { needs: [{ fact: 'moon.full', value: true }] }),
      'open.1: step cover: it needs moon.full true, which no step brings about',
    ],
    [
      'needs in a circle',
      steps(0, { needs: [{ fact: 'cover.on', value: false }] }),
      'open.0: step off: it needs cover.on false, which no step before it brings about: they wait for each other',
    ],
    ['taken out twice', steps(2, { takesOut: ['cover'] }), 'open.2: step battery: cover is taken out twice'],
    [
      'put in without having come out',
      swaps(0, { takesOut: [], putsIn: ['drive'] }),
      'swap.0: step drive-out: drive goes in without having come out',
    ],
    [
      'unplugged twice',
      steps(3, { unplugs: ['ribbon', 'battery'] }),
      'open.3: step ribbon: battery is unplugged twice',
    ],
    [
      'plugged without having been unplugged',
      steps(0, { plugs: ['ribbon'] }),
      'open.0: step off: ribbon is plugged without having been unplugged',
    ],
    [
      'a live board',
      steps(1, { touchesBoard: true }),
      'open.1: step cover: it touches the board while battery.connected is not false',
    ],
  ])('%s', (_, change, message) => expect(faults(change)).toContain(message));

  it('what stays out at the end is told by its group and its cable', () => {
    const never = {
      takesOut: ['drive'],
      unplugs: ['ribbon'],
      effects: [{ fact: 'drive.inserted', value: false }],
    };
    const left = faults((its) => ({
      open: [its.open[0], its.open[1], its.open[2]],
      swap: [{ ...its.swap[0], ...never }],
    }));
    expect(left).toContain('open: fastener group drive never goes back to its holes');
    expect(left).toContain('open: cable ribbon is never plugged again');
  });

  it('needs from outside are nobody’s step, and names of a device’s own are left alone', () => {
    for (const fact of ['battery.swollen', 'consent.given', 'card.inserted', 'charge.below-limit'])
      expect(faults(steps(1, { needs: [off, { fact, value: true }] }))).toEqual([]);
    expect(faults(swaps(1, { effects: [{ fact: 'screw.lid', value: true }] }))).toEqual([]);
    expect(faults(swaps(1, { effects: [{ fact: 'cable.lid', value: true }] }))).toEqual([]);
    expect(faults(swaps(1, { effects: [{ fact: 'pawer.of', value: true }] }))).toEqual([]);
    // Without a list of tools any may be named.
    expect(faults((its) => ({ ...steps(1, { tool: 'PH0 axe' })(its), tools: [] }))).toEqual([]);
  });

  it('a step alongside others is proved where it comes first, too', () => {
    const early = faults((its) => ({
      open: [its.open[0], its.open[1], { ...its.open[2], alongside: ['cover'] }, its.open[3]],
    }));
    expect(early).toEqual([
      'open.2: step battery: it needs cover.on false, which no step before it brings about: they wait for each other',
    ]);
  });

  it('what must hold before a board is touched, by what powers it', () => {
    const cell = ['battery.connected', false];
    const mains = [
      ['mains.plugged', false],
      ['supply.discharged', true],
    ];
    expect(safeToTouch('cell')).toEqual([['power.off', true], cell]);
    expect(safeToTouch('mains')).toEqual([['power.off', true], ...mains]);
    expect(safeToTouch('cell-and-mains')).toEqual([['power.off', true], cell, ...mains]);
  });
});

describe('limits of what a profile may say', () => {
  const letters = (count: number) => 'x'.repeat(count);
  const answer = { id: 'a', words: 'a', why: 'a' };
  const pry = { from: 'a', towards: 'b', depthMm: 20, clips: 60, stop: 'c' };
  const texts: [string, number][] = [
    ['title', 120],
    ['how', 400],
    ['at', 80],
    ['tool', 60],
    ['hold', 120],
    ['caution', 200],
    ['breaks', 200],
    ['stuck', 300],
    ['tooEarly', 200],
    ['forgotten', 200],
  ];
  const opens = (more: object) => OpenStep.safeParse(open('x', more)).success;
  it.each(texts)('%s: 1 to %i letters', (name, most) => {
    expect([0, 1, most, most + 1].map((count) => opens({ [name]: letters(count) }))).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });

  const passes = (
    schema: { safeParse: (value: unknown) => { success: boolean } },
    base: object,
    more: object,
  ) => schema.safeParse({ ...base, ...more }).success;
  const step = open('x');
  const group = { id: 'x', where: 'x', count: 1, lengthMm: 5, bit: 'PH0' };
  const cable = { id: 'x', where: 'x', latch: 'plug' };
  const question = { id: 'x', ask: 'x', answers: [answer, answer] };
  const groups = (count: number) => Array.from({ length: count }, () => group);
  it.each([
    ['minutes', OpenStep, step, { minutes: 1440 }, { minutes: 1440.1 }],
    ['some minutes', OpenStep, step, { minutes: 0.1 }, { minutes: 0 }],
    ['an id', OpenStep, step, { id: letters(40) }, { id: letters(41) }],
    ['an id in small letters', OpenStep, step, { id: 'a-1' }, { id: 'A-1' }],
    ['an id at its begin', OpenStep, step, { id: 'a' }, { id: ' a' }],
    ['who may do it', OpenStep, step, { mayDo: 'mains' }, { mayDo: 'nobody' }],
    ['revisions', OpenStep, step, { revisions: ['a'] }, { revisions: [] }],
    ['eight revisions', OpenStep, step, { revisions: Array(8).fill('a') }, { revisions: Array(9).fill('a') }],
    ['six alongside', OpenStep, step, { alongside: Array(6).fill('a') }, { alongside: Array(7).fill('a') }],
    ['a way back', OpenStep, step, { back: { none: letters(200) } }, { back: { none: letters(201) } }],
    [
      'its words',
      OpenStep,
      step,
      { back: { ...step.back, title: letters(120) } },
      { back: { ...step.back, title: letters(121) } },
    ],
    [
      'its how',
      OpenStep,
      step,
      { back: { ...step.back, how: letters(400) } },
      { back: { ...step.back, how: letters(401) } },
    ],
    [
      'its minutes',
      OpenStep,
      step,
      { back: { ...step.back, minutes: 1440 } },
      { back: { ...step.back, minutes: 1441 } },
    ],
    ['prying', OpenStep, step, { pry }, { pry: { ...pry, depthMm: 20.1 } }],
    ['prying at all', OpenStep, step, { pry: { ...pry, clips: null } }, { pry: { ...pry, depthMm: 0 } }],
    ['clips', OpenStep, step, { pry: { ...pry, clips: 1 } }, { pry: { ...pry, clips: 0 } }],
    ['sixty clips', OpenStep, step, { pry: { ...pry, clips: 60 } }, { pry: { ...pry, clips: 61 } }],
    [
      'from where',
      OpenStep,
      step,
      { pry: { ...pry, from: letters(80) } },
      { pry: { ...pry, from: letters(81) } },
    ],
    [
      'which way',
      OpenStep,
      step,
      { pry: { ...pry, towards: letters(80) } },
      { pry: { ...pry, towards: letters(81) } },
    ],
    [
      'when to stop',
      OpenStep,
      step,
      { pry: { ...pry, stop: letters(160) } },
      { pry: { ...pry, stop: letters(161) } },
    ],
    ['a condition', SwapStep, swap('x'), { when: 'sink-chosen' }, { when: 'it-rains' }],
    ['a count', FastenerGroup, group, { count: 40 }, { count: 41 }],
    ['at least one', FastenerGroup, group, { count: 1 }, { count: 0 }],
    ['a length', FastenerGroup, group, { lengthMm: 400 }, { lengthMm: 400.1 }],
    ['a screw’s length', FastenerGroup, group, {}, { lengthMm: null }],
    ['a screw’s bit', FastenerGroup, group, {}, { bit: null }],
    ['a nut without', FastenerGroup, group, { kind: 'nut', bit: null, lengthMm: null }, { kind: 'bolt' }],
    ['a bit', FastenerGroup, group, { bit: letters(20) }, { bit: letters(21) }],
    ['where it is', FastenerGroup, group, { where: letters(60) }, { where: letters(61) }],
    ['under what', FastenerGroup, group, { under: letters(60) }, { under: letters(61) }],
    ['empty holes', FastenerGroup, group, { emptyHoles: 20 }, { emptyHoles: 21 }],
    ['no less than none', FastenerGroup, group, { emptyHoles: 0 }, { emptyHoles: -1 }],
    ['how far', FastenerGroup, group, { tighten: letters(100) }, { tighten: letters(101) }],
    ['a latch', Cable, cable, { latch: 'coax' }, { latch: 'knot' }],
    ['where a cable is', Cable, cable, { where: letters(80) }, { where: letters(81) }],
    ['where it rests', Cable, cable, { restsWhere: letters(100) }, { restsWhere: letters(101) }],
    ['a cable’s fact', Cable, cable, { fact: 'a.b' }, { fact: 'ab' }],
    ['two answers', WorkQuestion, question, {}, { answers: [answer] }],
    [
      'four answers',
      WorkQuestion,
      question,
      { answers: Array(4).fill(answer) },
      { answers: Array(5).fill(answer) },
    ],
    ['a question', WorkQuestion, question, { ask: letters(120) }, { ask: letters(121) }],
    [
      'words',
      WorkQuestion,
      question,
      { answers: [answer, { ...answer, words: letters(60) }] },
      { answers: [answer, { ...answer, words: letters(61) }] },
    ],
    [
      'why',
      WorkQuestion,
      question,
      { answers: [answer, { ...answer, why: letters(200) }] },
      { answers: [answer, { ...answer, why: letters(201) }] },
    ],
    ['groups', ProcedureShape, given, { fasteners: groups(40) }, { fasteners: groups(41) }],
    ['cables', ProcedureShape, given, { cables: Array(40).fill(cable) }, { cables: Array(41).fill(cable) }],
    [
      'tools',
      ProcedureShape,
      given,
      { tools: Array(40).fill({ name: 'a' }) },
      { tools: Array(41).fill({ name: 'a' }) },
    ],
    [
      'a tool',
      ProcedureShape,
      given,
      { tools: [{ name: letters(60), special: letters(120) }] },
      { tools: [{ name: letters(61) }] },
    ],
    [
      'a special tool',
      ProcedureShape,
      given,
      { tools: [{ name: 'a', special: null }] },
      { tools: [{ name: 'a', special: letters(121) }] },
    ],
    [
      'questions',
      ProcedureShape,
      given,
      { questions: Array(6).fill(question) },
      { questions: Array(7).fill(question) },
    ],
    ['steps in', ProcedureShape, given, { open: Array(60).fill(step) }, { open: Array(61).fill(step) }],
    [
      'steps of the swap',
      ProcedureShape,
      given,
      { swap: Array(40).fill(swap('x')) },
      { swap: Array(41).fill(swap('x')) },
    ],
    ['power', ProcedureShape, given, { power: 'cell-and-mains' }, { power: 'wind' }],
  ] as const)('%s', (_, schema, base, good, bad) => {
    expect([passes(schema, base, good), passes(schema, base, bad)]).toEqual([true, false]);
  });

  it('what is left out is nothing', () => {
    expect(OpenStep.parse(step)).toMatchObject({
      touchesBoard: false,
      mayDo: 'anyone',
      needs: [],
      effects: [],
      takesOut: [],
      putsIn: [],
      unplugs: [],
      plugs: [],
      alongside: [],
      waits: false,
    });
    expect(ProcedureShape.parse({ fasteners: [], open: [], swap: [] })).toEqual({
      close: [],
      power: 'cell',
      fasteners: [],
      cables: [],
      tools: [],
      questions: [],
      open: [],
      swap: [],
    });
    expect(FastenerGroup.parse(group)).toEqual({
      ...group,
      kind: 'screw',
      captive: false,
      under: null,
      emptyHoles: 0,
      tighten: null,
    });
    expect(Cable.parse(cable)).toEqual({ ...cable, restsWhere: null });
  });

  it('names of facts', () => {
    const good = ['a.b', 'screw.back.3.in', 'card-slot.full-of-dust', `a.${letters(78)}`];
    const bad = ['a', 'a.', '.a', 'a..b', 'A.b', 'a b.c', 'a.b c', ' a.b', 'a.b ', `a.${letters(79)}`];
    expect([...good, ...bad].map((name) => FactName.safeParse(name).success)).toEqual([
      ...good.map(() => true),
      ...bad.map(() => false),
    ]);
    expect([isKnownFact('power.off'), isKnownFact('power.of')]).toEqual([true, false]);
    expect(FactSetting.safeParse({ fact: deviceFact('a.b'), value: 'yes' }).success).toBe(false);
    expect(FactSetting.safeParse({ fact: deviceFact('a.b'), value: null }).success).toBe(true);
  });
});
