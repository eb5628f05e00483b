import {
  type Loose,
  type Name,
  ask,
  back,
  device,
  does,
  insert,
  needs,
  onlyWhere,
  step,
  told,
} from './proof-cases.test.data';

/** Procedures that can be worked, each a shipped one with one thing changed that is no fault. */

const sound: [what: string, name: Name, change: (d: Loose) => unknown][] = [
  ['as shipped', 'vault', () => null],
  [
    'the battery connected is needed',
    'wren',
    (d) => Object.assign(step(d, 'lay-out'), needs('battery.connected', true)),
  ],
  [
    'the cover on is needed',
    'heron',
    (d) => step(d, 'short-screws').needs.push({ fact: 'cover.on', value: true }),
  ],
  [
    'the drive in is needed',
    'osprey',
    (d) => Object.assign(step(d, 'drive-out'), needs('drive.inserted', true)),
  ],
  [
    'the cell in is needed',
    'osprey',
    (d) => Object.assign(step(d, 'battery-out'), needs('battery.in', true)),
  ],
  [
    'a cable that is on is needed',
    'plover',
    (d) => step(d, 'speaker').needs.push({ fact: 'cable.speaker.on', value: true }),
  ],
  [
    'a screw that is in is needed',
    'wren',
    (d) => Object.assign(step(d, 'drive-screw'), needs('screw.drive.1.in', true)),
  ],
  [
    'a thing of the device’s own that was on is needed',
    'wren',
    (d) => step(d, 'tape').needs.push({ fact: 'tape.on', value: true }),
  ],
  [
    'not yet discharged is needed',
    'wren',
    (d) => Object.assign(step(d, 'ground'), needs('static.discharged', false)),
  ],
  [
    'still on is needed to enter storage mode',
    'wren',
    (d) => Object.assign(step(d, 'power-off'), needs('power.off', false)),
  ],
  ['a wait of a night', 'vault', (d) => (step(d, 'wait').minutes = 720)],
  ['glue that dries for four hours at closing', 'osprey', (d) => (step(d, 'grips').back.minutes = 240)],
  ['a bolt of 120 mm', 'skein', (d) => (d.procedure.fasteners[0].lengthMm = 120)],
  [
    'screws that an adapter brings',
    'plover',
    (d) => {
      d.procedure.fasteners.push({ id: 'adapter', where: 'adapter', count: 1, lengthMm: 2, bit: 'PH00' });
      step(d, 'adapter-on').putsIn = ['adapter'];
    },
  ],
  [
    'screws that a bracket brings',
    'skein',
    (d) => {
      d.procedure.fasteners.push({ id: 'bracket', where: 'bracket', count: 4, lengthMm: 6, bit: 'PH2' });
      step(d, 'bracket').putsIn = ['bracket'];
    },
  ],
  [
    'a sink that comes with clips',
    'atrium',
    (d) => {
      d.procedure.fasteners.push({ id: 'clips', where: 'sink', kind: 'latch', count: 2 });
      step(d, 'sink-on').putsIn = ['clips'];
    },
  ],
  [
    'new tape that only closing has',
    'wren',
    (d) => {
      d.procedure.close = [
        {
          id: 'new-tape',
          title: 't',
          how: 'h',
          minutes: 1,
          ...does('tape.new', true),
          beside: { undoing: 'cover', side: 'before' },
        },
      ];
    },
  ],
  [
    'a way back that needs what closing brings',
    'wren',
    (d) => {
      d.procedure.close = [
        {
          id: 'new-tape',
          title: 't',
          how: 'h',
          minutes: 1,
          ...does('tape.new', true),
          beside: { undoing: 'cover', side: 'before' },
        },
      ];
      Object.assign(step(d, 'cover').back, needs('tape.new', true));
    },
  ],
  [
    'a seal at the very end',
    'vault',
    (d) => {
      d.procedure.close = [{ id: 'seal', title: 't', how: 'h', minutes: 1, ...does('seal.new', true) }];
    },
  ],
  [
    'a way back with a tool of its own',
    'wren',
    (d) => Object.assign(step(d, 'cover').back, { tool: 'PH0 driver', hold: 'both halves' }),
  ],
  [
    'two steps undone in the order in which they were done',
    'wren',
    (d) => (step(d, 'back-screws').back.before = 'lay-out'),
  ],
  [
    'a driver with bits',
    'wren',
    (d) => {
      d.procedure.tools.push({ name: 'driver with bits' });
      step(d, 'back-screws').tool = 'driver with bits';
    },
  ],
  [
    'a tool named with more words',
    'wren',
    (d) => {
      d.procedure.tools.push({ name: 'PH0 driver, long and thin' });
      step(d, 'back-screws').tool = 'PH0 driver, long and thin';
    },
  ],
  ['a captive screw', 'heron', (d) => (d.procedure.fasteners[2].captive = true)],
  [
    'a nut without a bit, by the fingers',
    'skein',
    (d) => {
      d.procedure.fasteners[1].bit = null;
      delete step(d, 'nuts').tool;
    },
  ],
  ['a question that changes no step', 'wren', (d) => ask(d, 'light', ['lamp', 'window'])],
  [
    'a board that differs in its limits only',
    'osprey',
    (d) => (d.revisions = [{ id: 'x', name: 'x', marks: ['x'], changes: {} }]),
  ],
  [
    'a step only where board and answer meet',
    'wren',
    (d) =>
      insert(d, 'open', 'ground', {
        id: 'clip',
        revisions: ['late'],
        ...onlyWhere('cell', 'new'),
        ...does('clip.on', false),
        back,
      }),
  ],
  [
    'a step named back-something that undoes nothing',
    'wren',
    (d) => (step(d, 'sleeve').id = 'back-to-the-sleeve'),
  ],
  [
    'a need of a pad by a step of a pad',
    'osprey',
    (d) => Object.assign(step(d, 'pad-on'), needs('old-pad.on', false)),
  ],
  ['nobody has written it down', 'wren', (d) => (d.procedure = { fasteners: [], open: [], swap: [] })],
  ['no network, and no keys', 'plover', (d) => (d.firstPower.network = [])],
];

it('are as many as were asked for', () => expect(sound.length).toBeGreaterThanOrEqual(30));

it.each(sound)('%s (%s) is no fault', (_, name, change) => {
  const d = device(name);
  change(d);
  expect(told(d)).toEqual([]);
});
