import { DeviceProfile } from '.';
import {
  type Case,
  type Loose,
  ask,
  back,
  device,
  does,
  effectsOf,
  insert,
  move,
  needs,
  onlyWhere,
  step,
  steps,
  without,
  told,
} from './proof-cases.test.data';

/**
 * Procedures that cannot be worked, each a shipped one with one thing changed: written down by hand, with the step and the word that
 * the fault must name.
 */

const broken: Case[] = [
  // Ids.
  ['a step twice', 'wren', (d) => (step(d, 'tape').id = 'cover'), /step cover: it stands twice/u],
  [
    'a step of the swap like one of opening',
    'wren',
    (d) => (step(d, 'sleeve').id = 'tape'),
    /tape: it stands twice/u,
  ],
  [
    'a step named like a way back',
    'vault',
    (d) => (step(d, 'shell-screws').id = 'back-labels'),
    /back-labels.*way back of labels/u,
  ],
  [
    'a swap step named like a way back',
    'wren',
    (d) => (step(d, 'sleeve').id = 'back-tape'),
    /back-tape.*way back of tape/u,
  ],
  [
    'a step named like the measuring one',
    'wren',
    (d) => (step(d, 'sleeve').id = 'measure-inside'),
    /measures inside/u,
  ],
  ['a fastener group twice', 'wren', (d) => (d.procedure.fasteners[1].id = 'back'), /fastener group back/u],
  ['a cable twice', 'plover', (d) => (d.procedure.cables[1].id = 'battery'), /cable battery/u],
  [
    'two cables with one fact',
    'plover',
    (d) => (d.procedure.cables[1].fact = 'battery.connected'),
    /fact of a cable/u,
  ],
  ['a question twice', 'wren', (d) => (d.procedure.questions[1].id = 'ribbon'), /question ribbon/u],
  [
    'an answer twice',
    'wren',
    (d) => (d.procedure.questions[0].answers[1].id = 'left-on'),
    /answer to ribbon/u,
  ],
  ['a tool twice', 'heron', (d) => (d.procedure.tools[2].name = 'PH1 driver'), /tool PH1 driver/u],
  ['a board twice', 'wren', (d) => (d.revisions[1].id = d.revisions[0].id), /twice/u],
  // Names of what is not there.
  [
    'a group that is not there',
    'wren',
    (d) => (step(d, 'back-screws').takesOut = ['bakc']),
    /no fastener group bakc/u,
  ],
  [
    'a group put in that is not there',
    'wren',
    (d) => (step(d, 'drive-screw-in').putsIn = ['gone']),
    /no fastener group gone/u,
  ],
  [
    'a cable that is not there',
    'wren',
    (d) => (step(d, 'battery-plug').unplugs = ['gone']),
    /no cable gone/u,
  ],
  ['a tool that is not there', 'wren', (d) => (step(d, 'cover').tool = 'spudger'), /no tool “spudger”/u],
  [
    'a board that is not there',
    'wren',
    (d) => (step(d, 'shield-late').revisions = ['later']),
    /no board revision later/u,
  ],
  [
    'an answer that is not there',
    'wren',
    (d) => (step(d, 'old-cell').only.answer = 'newer'),
    /nobody is asked/u,
  ],
  [
    'a question that is not there',
    'wren',
    (d) => (step(d, 'old-cell').only.question = 'cells'),
    /nobody is asked/u,
  ],
  ['a slip in a fact', 'wren', (d) => (step(d, 'battery-plug').needs[0].fact = 'power.of'), /power.off is/u],
  [
    'a protection from what came before',
    'atrium',
    (d) => (step(d, 'fan-guard').protects = ['cover']),
    /protects from cover/u,
  ],
  [
    'alongside what comes later',
    'skein',
    (d) => (step(d, 'sides').alongside = ['cover']),
    /alongside cover/u,
  ],
  // Tools that do not fit.
  ['no tool for screws', 'wren', (d) => delete step(d, 'back-screws').tool, /no tool for back/u],
  [
    'a pick for screws',
    'wren',
    (d) => (step(d, 'back-screws').tool = 'plastic pick'),
    /plastic pick.*does not fit back/u,
  ],
  ['another bit', 'heron', (d) => (step(d, 'short-screws').tool = 'PH0 driver'), /does not fit back-short/u],
  [
    'a bit that only begins alike',
    'plover',
    (d) => (step(d, 'drive-screw').tool = 'PH0 driver'),
    /does not fit drive/u,
  ],
  [
    'one tool for two bits',
    'heron',
    (d) => {
      step(d, 'short-screws').takesOut = ['back-short', 'drive'];
      step(d, 'drive-screw').takesOut = [];
      effectsOf(d, 'drive-screw', () => [{ fact: 'drive.loose', value: true }]);
    },
    /does not fit drive/u,
  ],
  [
    'another bit at the swap',
    'heron',
    (d) => (step(d, 'drive-screw-in').tool = 'PH1 driver'),
    /drive-screw-in.*does not fit/u,
  ],
  // The drive, the cover, the cell.
  ['nobody draws the drive', 'wren', (d) => without(d, 'drive-out'), /no step draws the old drive/u],
  [
    'the drive is drawn without saying so',
    'osprey',
    (d) => effectsOf(d, 'drive-out', () => [{ fact: 'drive.loose', value: true }]),
    /no step draws/u,
  ],
  [
    'nobody puts the drive in',
    'wren',
    (d) => without(d, 'drive-in'),
    /puts the new drive in|drive.new-inside/u,
  ],
  [
    'the drive goes in without saying so',
    'plover',
    (d) => effectsOf(d, 'drive-in', (all) => all.filter(({ fact }) => fact !== 'drive.inserted')),
    /puts the new drive in/u,
  ],
  ['no swap at all', 'heron', (d) => (d.procedure.swap = []), /puts the new drive in/u],
  [
    'the drive is drawn only on one board',
    'wren',
    (d) => (step(d, 'drive-out').revisions = ['late']),
    /no step draws/u,
  ],
  [
    'the drive goes in only with one answer',
    'wren',
    (d) => (step(d, 'drive-in').only = { question: 'cell', answer: 'new' }),
    /puts the new drive in|drive.new-inside/u,
  ],
  [
    'the drive goes in only with a pad',
    'heron',
    (d) => (step(d, 'drive-in').when = 'pad-chosen'),
    /puts the new drive in|drive.new-inside/u,
  ],
  [
    'the cover stays off',
    'wren',
    (d) => (step(d, 'cover').back = { none: 'n' }),
    /the cover never goes back on/u,
  ],
  [
    'the battery stays unplugged',
    'wren',
    (d) => {
      d.procedure.cables[0].fact = 'cell.plugged';
      effectsOf(d, 'battery-plug', () => [{ fact: 'battery.connected', value: false }]);
      step(d, 'battery-plug').back = { none: 'n' };
    },
    /battery is never plugged/u,
  ],
  [
    'the battery stays out',
    'osprey',
    (d) => {
      step(d, 'battery-out').back = { none: 'n' };
      step(d, 'battery-out').takesOut = [];
    },
    /battery never goes back in/u,
  ],
  [
    'the fan stays aside',
    'osprey',
    (d) => {
      step(d, 'fan-aside').back = { none: 'n' };
      step(d, 'fan-aside').takesOut = [];
    },
    /fan never goes back/u,
  ],
  // Fasteners and cables.
  [
    'screws taken out twice',
    'wren',
    (d) => (step(d, 'tape').takesOut = ['shield', 'back']),
    /back is taken out twice/u,
  ],
  [
    'screws put in twice',
    'wren',
    (d) => (step(d, 'seated').putsIn = ['drive']),
    /drive goes in without|no tool/u,
  ],
  [
    'screws put in that only one board lost',
    'skein',
    (d) => (step(d, 'drive-screw-in').putsIn = ['drive', 'tabs']),
    /tabs goes in without/u,
  ],
  [
    'screws that never go back',
    'heron',
    (d) => {
      step(d, 'centre-screw').back = { none: 'n' };
    },
    /centre never goes back/u,
  ],
  [
    'a drive screw that never goes back',
    'wren',
    (d) => without(d, 'drive-screw-in'),
    /drive never goes back/u,
  ],
  [
    'a drive screw that goes back with a pad only',
    'heron',
    (d) => (step(d, 'drive-screw-in').when = 'pad-chosen'),
    /drive never goes back/u,
  ],
  [
    'screws out at the swap that never go back',
    'wren',
    (d) => {
      step(d, 'sleeve').takesOut = ['extra'];
      step(d, 'sleeve').tool = 'PH0 driver';
      d.procedure.fasteners.push({ id: 'extra', where: 'w', count: 1, lengthMm: 2, bit: 'PH0' });
    },
    /extra never goes back/u,
  ],
  [
    'a cable unplugged twice',
    'plover',
    (d) => (step(d, 'foil').unplugs = ['speaker']),
    /speaker is unplugged twice/u,
  ],
  [
    'a cable plugged that was on',
    'plover',
    (d) => (step(d, 'seated').plugs = ['speaker', 'speaker']),
    /plugs the same twice/u,
  ],
  [
    'a cable plugged that only one answer took off',
    'wren',
    (d) => (step(d, 'seated').plugs = ['stick-ribbon']),
    /without having been unplugged/u,
  ],
  [
    'a cable that is never plugged again',
    'plover',
    (d) => (step(d, 'speaker').back = { none: 'n' }),
    /speaker is never plugged/u,
  ],
  [
    'disk cables that stay off',
    'skein',
    (d) => without(d, 'disk-cables-on'),
    /disk-(power|data) is never plugged/u,
  ],
  // Needs.
  [
    'a need of nothing',
    'wren',
    (d) => Object.assign(step(d, 'tape'), needs('moon.full', true)),
    /moon.full/u,
  ],
  [
    'a need that comes later',
    'wren',
    (d) => Object.assign(step(d, 'tape'), needs('shield.on', false)),
    /wait for each other/u,
  ],
  [
    'a need of one board only',
    'wren',
    (d) => {
      step(d, 'shield-early').effects = [{ fact: 'shield.lifted', value: true }];
    },
    /battery-plug.*shield.on/u,
  ],
  [
    'a need of one answer only',
    'heron',
    (d) => Object.assign(step(d, 'drive-screw'), needs('old-cell.in', false)),
    /drive-screw.*old-cell.in/u,
  ],
  [
    'a need that a pad alone brings about',
    'heron',
    (d) => Object.assign(step(d, 'drive-in'), needs('pad.on', true)),
    /drive-in.*pad.on/u,
  ],
  [
    'a need that a moved stand-off alone brings about',
    'osprey',
    (d) => Object.assign(step(d, 'drive-in'), needs('stand-off.moved', true)),
    /stand-off.moved/u,
  ],
  [
    'a need that two answers together miss',
    'wren',
    (d) => {
      ask(d, 'side', ['left', 'right']);
      insert(d, 'open', 'ground', {
        id: 'left',
        ...onlyWhere('side', 'left'),
        ...does('edge.free', true),
        back,
      });
      insert(d, 'open', 'ground', {
        id: 'by-cell',
        ...onlyWhere('cell', 'new'),
        ...does('edge.free', true),
        back,
      });
      Object.assign(step(d, 'drain'), {
        needs: [...step(d, 'drain').needs, { fact: 'edge.free', value: true }],
      });
    },
    /drain.*edge.free/u,
  ],
  [
    'a need that board and answer together miss',
    'wren',
    (d) => {
      insert(d, 'open', 'ground', { id: 'a', revisions: ['early'], ...does('edge.free', true), back });
      insert(d, 'open', 'ground', {
        id: 'b',
        ...onlyWhere('cell', 'stays'),
        ...does('edge.free', true),
        back,
      });
      Object.assign(step(d, 'drain'), {
        needs: [...step(d, 'drain').needs, { fact: 'edge.free', value: true }],
      });
    },
    /drain.*edge.free/u,
  ],
  [
    'a need that was so and is no longer',
    'wren',
    (d) => Object.assign(step(d, 'seated'), needs('cover.on', true)),
    /cover.on true/u,
  ],
  [
    'a need both ways',
    'wren',
    (d) =>
      (step(d, 'tape').needs = [
        { fact: 'power.off', value: true },
        { fact: 'power.off', value: false },
      ]),
    /tape.*power.off false/u,
  ],
  [
    'two things at once of one fact',
    'wren',
    (d) =>
      effectsOf(d, 'cover', () => [
        { fact: 'cover.on', value: false },
        { fact: 'cover.on', value: true },
      ]),
    /two things at once/u,
  ],
  ['a step that changes nothing', 'wren', (d) => (step(d, 'drain').effects = []), /changes nothing/u],
  [
    'a need of its way back that closing does not meet',
    'wren',
    (d) => Object.assign(step(d, 'cover').back, needs('tape.new', true)),
    /back-cover.*tape.new/u,
  ],
  // Live.
  [
    'a board touched with the battery on',
    'wren',
    (d) => move(d, 'battery-plug', 'drive-out'),
    /drive-screw.*battery.connected/u,
  ],
  [
    'the drive moved live, without its flag',
    'wren',
    (d) => {
      delete step(d, 'drive-out').touchesBoard;
      delete step(d, 'drive-screw').touchesBoard;
      move(d, 'drive-screw', 'battery-plug');
      move(d, 'drive-out', 'battery-plug');
    },
    /drive-out.*moves the drive while battery.connected/u,
  ],
  [
    'the drive put in live, without its flag',
    'heron',
    (d) => {
      delete step(d, 'drive-in').touchesBoard;
      insert(d, 'swap', 'drive-in', { id: 'plug-early', plugs: ['battery'] });
    },
    /drive-in.*battery.connected/u,
  ],
  [
    'a cell out while it is plugged',
    'osprey',
    (d) => {
      delete step(d, 'battery-out').touchesBoard;
      move(d, 'battery-out', 'battery-plug');
    },
    /battery-out.*takes the battery out while/u,
  ],
  [
    'boards parted with the supply charged',
    'skein',
    (d) => {
      step(d, 'board-up').needs = [];
      step(d, 'sides').needs = [];
      step(d, 'rear-plan').alongside = [];
      without(d, 'wait');
    },
    /board-up.*supply.discharged/u,
  ],
  [
    'a cable inside before mains is out',
    'vault',
    (d) => {
      step(d, 'mains-out').needs = [];
      for (const id of ['wait', 'mains-out']) move(d, id, 'supply-out');
      Object.assign(step(d, 'labels'), { needs: [], alongside: [] });
    },
    /fan-out.*moves a cable while mains/u,
  ],
  [
    'not switched off',
    'heron',
    (d) => {
      effectsOf(d, 'power-off', (all) => all.filter(({ fact }) => fact !== 'power.off'));
      for (const one of steps(d))
        one.needs = (one.needs ?? []).filter(({ fact }: Loose) => fact !== 'power.off');
    },
    /power.off is not true/u,
  ],
  ['static discharged too late', 'wren', (d) => move(d, 'ground', 'drive-out'), /static/u],
  [
    'live on one board only',
    'wren',
    (d) => (step(d, 'battery-plug').revisions = ['late']),
    /battery.connected/u,
  ],
  [
    'live with one answer only',
    'heron',
    (d) => (step(d, 'battery-slide').only = { question: 'cell', answer: 'stays' }),
    /battery/u,
  ],
  [
    'live at closing, out of turn',
    'osprey',
    (d) => (step(d, 'battery-plug').back.before = 'fan-aside'),
    /back-(fan-aside|battery-out).*battery.connected/u,
  ],
  [
    'undone before what is not there',
    'wren',
    (d) => (step(d, 'cover').back.before = 'gone'),
    /undone before gone/u,
  ],
  // What the rest of the profile says.
  [
    'partitions larger than the drive',
    'wren',
    (d) => (d.deliveredParts[2].sizeMiB = 900_000),
    /do not fit the drive of 256 GB/u,
  ],
  [
    'no partition that takes the rest',
    'wren',
    (d) => (d.deliveredParts[1].sizeMiB = 1000),
    /takes the rest|No partition/u,
  ],
  ['two that take the rest', 'wren', (d) => (d.deliveredParts[2].sizeMiB = 'rest'), /2 partitions take/u],
  ['a last cable that brings no power', 'skein', (d) => d.firstPower.cables.reverse(), /brings no power/u],
  [
    'a stick without keys',
    'wren',
    (d) => {
      d.firstPower.menuKeys = null;
      d.ways.stick.start = null;
    },
    /nothing says how it is started/u,
  ],
  ['a network without phases', 'heron', (d) => (d.firstPower.network = []), /network is possible/u],
  ['a network without keys', 'heron', (d) => (d.firstPower.menuKeys = null), /no keys/u],
  ['a format without phases', 'reed', (d) => (d.firstPower.format = []), /formats a drive by itself/u],
  [
    'a prompt of a format that is not described',
    'wren',
    (d) => (d.firstPower.prompts[0].comes = 'format'),
    /comes in a format/u,
  ],
  [
    'two prompts of one id',
    'wren',
    (d) => d.firstPower.prompts.push({ ...d.firstPower.prompts[0] }),
    /Two prompts/u,
  ],
  ['no start file', 'wren', (d) => (d.startFile = ' '), /which file/u],
  [
    'more ways than can be proved',
    'wren',
    (d) => {
      for (let i = 0; i < 4; i += 1) {
        const id = `q${i}`;
        ask(d, id, ['a', 'b', 'c', 'd']);
        for (const answer of ['a', 'b', 'c', 'd'])
          insert(d, 'open', null, {
            id: `${id}-${answer}`,
            ...onlyWhere(id, answer),
            ...does(`x.${id}`, true),
            back,
          });
      }
      for (const when of ['length-changes', 'pad-chosen', 'sink-chosen', 'adapter-chosen', 'case-changes'])
        insert(d, 'swap', 'drive-in', { id: when, when, ...does(`when.${when}`, true) });
    },
    /more than can be proved/u,
  ],
];

it('are as many as were asked for', () => expect(broken.length).toBeGreaterThanOrEqual(80));

it.each(broken)('%s (%s) is refused, and told by its place', (_, name, spoil, why) => {
  const d = device(name);
  spoil(d);
  expect(told(d).join('\n')).toMatch(why);
});

it('all that is wrong is told at once, each with what would mend it', () => {
  const d = device('wren');
  step(d, 'back-screws').tool = 'plastic pick';
  step(d, 'cover').back = { none: 'n' };
  without(d, 'drive-screw-in');
  d.deliveredParts[2].sizeMiB = 'rest';
  const parsed = DeviceProfile.safeParse(d);
  const issues = parsed.success ? [] : parsed.error.issues;
  expect(issues).toHaveLength(4);
  for (const issue of issues) expect((issue as Loose).params.mend).toMatch(/\w/u);
});
