import { cleanup, render, screen, within } from '@testing-library/react';
import { type Build, fit, judgeDrive } from '@/core/fit';
import { drive, marl, pads, profile, setting, sinks } from '@/core/fit/demo.test.data';
import { AnswerPaper } from './answer-paper';

afterEach(cleanup);

const osprey = setting('braskit-osprey', { old: null });
const accessories = { pads, sinks };
const lines = ['ostrel-marl-2000', 'pirrin-seam-2000', 'pirrin-seam-1000'].map((id) =>
  judgeDrive(osprey, drive(id), accessories, 'EUR'),
);
const paper = (build: Build, askedGB: number | null) => {
  render(
    <AnswerPaper
      text=" osprey marl 2 TB "
      profile={profile('braskit-osprey')}
      build={build}
      answer={fit(osprey, build)}
      lines={lines}
      askedGB={askedGB}
      day="27 November 2026"
      workshop="Storage bench"
      currency="EUR"
      options={{ locale: 'en-GB', habit: 'decimal' }}
    />,
  );
  return within(screen.getByRole('article'));
};

describe('the answer on paper', () => {
  it('says question, verdict, the three tightest, what else fits of that size, day and sources', () => {
    const page = paper(marl(), 2000);
    expect(page.getByText(/Asked: “osprey marl 2 TB”/u)).toBeTruthy();
    expect(page.getByText('It fits.')).toBeTruthy();
    expect(page.getAllByRole('row', { hidden: true })).toHaveLength(3);
    expect(page.getByText('Nothing that is judged here.')).toBeTruthy();
    expect(page.getByText('27 November 2026')).toBeTruthy();
    expect(page.getByText(/data sheet of the Marl/u)).toBeTruthy();
    const fitting = page.getAllByRole('listitem', { hidden: true }).map(({ textContent }) => textContent);
    expect(fitting.some((words) => words.includes('Seam'))).toBe(true);
    expect(fitting.some((words) => words.includes('931 GB') || words.includes('930 GB'))).toBe(false);
  });

  it('names every number that is missing, with how to get it', () => {
    const { powerW: _, ...silent } = drive('ostrel-marl-2000');
    const page = paper(marl({ drive: silent }), null);
    const listed = page.getAllByRole('listitem', { hidden: true }).map(({ textContent }) => textContent);
    expect(listed.some((words) => /what power the Marl draws.*data sheet/u.test(words))).toBe(true);
    expect(page.queryByText('Nothing that is judged here.')).toBeNull();
  });
});
