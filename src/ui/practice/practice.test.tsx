import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { beginPractice, practised } from '@/core/practice';
import { profile } from '@/core/acts/bench.test.data';
import { BowlQuiz } from './bowl-quiz';
import { HiddenFault } from './hidden-fault';
import { PracticeBegin } from './practice-begin';
import { PracticeRun } from './practice-run';

afterEach(cleanup);
const press = (key: string) => fireEvent.keyDown(window, { key });

it('begins with what is due of a device, by its stated rule', () => {
  const begun: string[] = [];
  const record = practised(null, 'cover', false, new Date('2026-11-20T08:00:00Z'));
  render(
    <PracticeBegin
      profiles={[profile]}
      records={{ [profile.id]: [record] }}
      now="2026-11-25T08:00:00.000Z"
      onBegin={(one, level) => begun.push(`${one.id} ${level}`)}
    />,
  );
  screen.getByText('Ease the clips and lift the back cover');
  screen.getByText(/1 due of \d+ steps/u);
  fireEvent.click(screen.getByLabelText(/Alone/u));
  press('Enter');
  expect(begun).toEqual([`${profile.id} 3`]);
});

it('without devices it says where they come from', () => {
  render(<PracticeBegin profiles={[]} records={{}} now="2026-11-25T08:00:00.000Z" onBegin={() => {}} />);
  screen.getByText('No device is known yet');
});

it('picks by number, shows by H, tells what a wrong pick would do, and keeps what was remembered', () => {
  const kept: [string[], string[]][] = [];
  render(
    <PracticeRun
      profile={profile}
      level={1}
      fault={null}
      singleKeys
      onKeep={(remembered, missed) => kept.push([remembered, missed])}
      onLeave={() => {}}
      onAgain={() => {}}
    />,
  );
  const { steps } = beginPractice(profile.procedure, 1);
  const pickAct = (title: string) =>
    fireEvent.click(screen.getByRole('button', { name: new RegExp(title.replace(/[()?]/gu, '.'), 'u') }));
  const wrong = screen
    .getAllByRole('button')
    .filter(({ textContent }) => /^\d/u.test(textContent ?? '') && !textContent!.includes(steps[0]!.title));
  fireEvent.click(wrong[0]!);
  screen.getByText(/^Not now:/u);
  press('h');
  for (const step of steps) pickAct(step.title);
  expect(kept).toHaveLength(1);
  expect(kept[0]![1]).toEqual([steps[0]!.id]);
  expect(kept[0]![0]).toHaveLength(steps.length - 1);
  screen.getByText('It is closed, and does not start. What do you look at?');
});

it('a hidden fault is found by checks that cost their minutes, and only its own remedy ends it', () => {
  jest.spyOn(Math, 'random').mockReturnValue(0);
  render(<HiddenFault profile={profile} onDone={() => {}} />);
  fireEvent.click(screen.getByRole('button', { name: /Press the power key/u }));
  screen.getByText('dark, no sound');
  fireEvent.click(screen.getByRole('button', { name: 'The new drive is faulty' }));
  screen.getByText('Mended, and it still does not start.');
  fireEvent.click(screen.getByRole('button', { name: 'The battery’s plug is not home' }));
  screen.getByText(/^Found in/u);
  jest.restoreAllMocks();
});

it('a blank bowl is checked when all of it has a place', () => {
  render(<BowlQuiz procedure={profile.procedure} onDone={() => {}} />);
  const check = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Check the bowl' });
  expect(check().disabled).toBe(true);
  for (const place of screen.getAllByRole('combobox')) fireEvent.change(place, { target: { value: 'fan' } });
  fireEvent.click(check());
  expect(screen.getAllByText(/^no: /u).length).toBe(profile.procedure.fasteners.length - 1);
  screen.getByText('right');
});
