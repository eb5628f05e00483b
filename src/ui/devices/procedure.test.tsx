import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { profile } from '@/core/fit/demo.test.data';
import { ProcedureEditor } from './procedure-editor';
import { ProcedureReader } from './procedure-reader';
import { ThingsEditor } from './things-editor';
import { marksOf } from './things-draft';
import {
  changed,
  factsOf,
  factsText,
  freeId,
  materialsOf,
  materialsText,
  moved,
  withStep,
} from './procedure-draft';
import { faultsOf } from './procedure-proof';

const wren = profile('braskit-wren');
const { procedure } = wren;
const ids = (of = procedure) => of.open.map(({ id }) => id);

afterEach(cleanup);

it('acts are moved, added and taken out, and nothing else changes', () => {
  const at = ids().indexOf('ground');
  expect(ids(moved(procedure, 'open', at, 0))[0]).toBe('ground');
  expect(moved(moved(procedure, 'open', at, 0), 'open', 0, at)).toEqual(procedure);
  expect(moved(procedure, 'open', at, 99)).toBe(procedure);
  const more = withStep(procedure, 'open', at);
  expect(ids(more)[at + 1]).toBe(freeId(procedure));
  expect(faultsOf(wren, more)).toEqual([]);
  expect(changed(more, 'open', at + 1, null)).toEqual(procedure);
});

it('facts are typed one a line, and what is none is refused', () => {
  expect(factsOf('cover.on = no\n\n power.off = yes ')).toEqual([
    { fact: 'cover.on', value: false },
    { fact: 'power.off', value: true },
  ]);
  expect(factsOf('cover = no')).toBeNull();
  expect(factsOf('cover.on = maybe')).toBeNull();
  for (const { effects } of procedure.open) expect(factsOf(factsText(effects))).toEqual(effects);
});

it('reads both ways, on the board and with the answers that are chosen', () => {
  function Reading() {
    const [variant, setVariant] = useState({});
    return <ProcedureReader profile={wren} variant={variant} onVariant={setVariant} />;
  }
  render(<Reading />);
  screen.getByText('Way in');
  screen.getByText('Way back');
  screen.getByText('Turn the shield over with its ribbon');
  fireEvent.click(screen.getByLabelText('early board'));
  screen.getByText('Lift the shield off');
  expect(screen.queryByText('Turn the shield over with its ribbon')).toBeNull();
});

it('edits with the proof beside it: what is moved out of turn is told at its act, and mended by moving it back', () => {
  function Editing() {
    const [now, setNow] = useState(procedure);
    return (
      <ProcedureEditor profile={wren} procedure={now} faults={faultsOf(wren, now)} onProcedure={setNow} />
    );
  }
  render(<Editing />);
  expect(screen.queryByText('1 fault')).toBeNull();
  fireEvent.click(screen.getByLabelText('Down: Unplug the battery'));
  screen.getByText(/step drain: it needs battery.connected false/u);
  fireEvent.click(screen.getByLabelText('Up: Unplug the battery'));
  expect(screen.queryByText('1 fault')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: /^Take out the 8 back screws/u }));
  const tool = screen.getByLabelText('Tool');
  fireEvent.change(tool, { target: { value: 'plastic pick' } });
  screen.getByText(/“plastic pick” does not fit back, which wants PH0/u);
  fireEvent.change(tool, { target: { value: 'PH0 driver' } });
  const row = screen.getByLabelText('Move Take out the 8 back screws').closest('li')!;
  fireEvent.click(within(row).getByText('Take this act out'));
  expect(screen.queryByLabelText('Move Take out the 8 back screws')).toBeNull();
});

it('makes fasteners, cables, tools, questions and boards, which the acts then can name, and the proof follows', () => {
  let latest = wren;
  function Editing() {
    const [now, setNow] = useState(wren);
    latest = now;
    return (
      <>
        <ThingsEditor profile={now} onProfile={setNow} />
        <ProcedureEditor
          profile={now}
          procedure={now.procedure}
          faults={[]}
          onProcedure={(next) => setNow({ ...now, procedure: next })}
        />
      </>
    );
  }
  render(<Editing />);
  const faults = () => faultsOf(latest, latest.procedure).map(({ message }) => message);
  expect(faults()).toEqual([]);
  fireEvent.click(screen.getByText('Add fasteners'));
  const group = screen.getByRole('group', { name: 'new fasteners' });
  fireEvent.change(within(group).getByLabelText('Where'), { target: { value: 'under the label' } });
  fireEvent.change(within(group).getByLabelText('How many'), { target: { value: '41' } });
  within(group).getByText('A whole number from 1 to 40.');
  fireEvent.change(within(group).getByLabelText('How many'), { target: { value: '2' } });
  const made = latest.procedure.fasteners.at(-1)!;
  expect(made).toMatchObject({ where: 'under the label', count: 2, lengthMm: 5, bit: 'PH0' });
  fireEvent.click(screen.getByRole('button', { name: /^Take out the 8 back screws/u }));
  fireEvent.click(within(screen.getByRole('group', { name: 'Takes out' })).getByLabelText('under the label'));
  expect(latest.procedure.open.flatMap(({ takesOut }) => takesOut)).toContain(made.id);
  expect(faults()).toEqual([]);
  // Taken out of the list while an act still names it: the proof says so.
  fireEvent.click(screen.getByLabelText('Take out under the label'));
  expect(faults().join(' ')).toContain(made.id);
  fireEvent.click(screen.getByText('Add a cable'));
  fireEvent.click(screen.getByText('Add a tool'));
  fireEvent.click(screen.getByText('Add a question'));
  fireEvent.click(screen.getByText('Add a board'));
  expect(latest.procedure.cables).toHaveLength(procedure.cables.length + 1);
  expect(latest.procedure.tools).toHaveLength(procedure.tools.length + 1);
  expect(latest.procedure.questions.at(-1)!.answers).toHaveLength(2);
  expect(latest.revisions.at(-1)).toMatchObject({ name: 'board 3' });
});

it('what is used up, and all that is other at closing, is edited by form', () => {
  let latest = procedure;
  function Editing() {
    const [now, setNow] = useState(procedure);
    latest = now;
    return <ProcedureEditor profile={wren} procedure={now} faults={[]} onProcedure={setNow} />;
  }
  render(<Editing />);
  const type = (label: RegExp, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  fireEvent.click(screen.getByRole('button', { name: /^Take out the 8 back screws/u }));
  const at = ids().indexOf('back-screws');
  const step = () => latest.open[at]!;
  const back = () => step().back as Exclude<(typeof procedure.open)[number]['back'], { none: string }>;
  type(/^Used up by it/u, 'thread lock: the old one is torn\n');
  expect(step().materials).toEqual([{ name: 'thread lock', why: 'the old one is torn' }]);
  type(/^Used up by it/u, 'thread lock');
  screen.getByText('What it is, a colon, why; six lines at most.');
  expect(step().materials).toHaveLength(1);
  type(/^Minutes at closing/u, '7,5');
  type(/^Used up at closing/u, 'new seal: the owner asked for it');
  type(/^What breaks then/u, 'a boss, where it is forced');
  type(/^Needs before it is undone/u, 'cover.on = yes');
  const other = procedure.open.find((one) => one.id !== 'back-screws' && 'title' in one.back)!.id;
  type(/^Undone right before/u, other);
  expect(back()).toMatchObject({
    minutes: 7.5,
    before: other,
    breaks: 'a boss, where it is forced',
    materials: [{ name: 'new seal', why: 'the owner asked for it' }],
    needs: [{ fact: 'cover.on', value: true }],
  });
  type(/^Undone right before/u, '');
  expect(back().before).toBeNull();
});

it('what is used up is typed one a line with its reason, six at most, and reads back as it was', () => {
  const all = [
    { name: 'tape', why: 'the old: torn' },
    { name: 'paste', why: 'dry' },
  ];
  expect(materialsOf(materialsText(all))).toEqual(all);
  expect(materialsOf('')).toEqual([]);
  expect(materialsOf('tape:')).toBeNull();
  expect(materialsOf(Array.from({ length: 7 }, () => 'a: b').join('\n'))).toBeNull();
});

it('marks are typed with semicolons between, one to six of them', () => {
  expect(marksOf(' bare metal ;no ribbon; ')).toEqual(['bare metal', 'no ribbon']);
  expect(marksOf(' ; ')).toBeNull();
  expect(marksOf('a;b;c;d;e;f;g')).toBeNull();
});
