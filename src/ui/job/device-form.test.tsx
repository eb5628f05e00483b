import { act, cleanup, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { placeOf } from '@/core/device';
import { profile } from '@/core/fit/demo.test.data';
import type { JobAct } from '@/core/acts';
import type { JobView, RankedView } from '@/core/job-view';
import { Bench } from '@/core/acts/bench.test.data';
import { type Result, ok, refuse } from '@/core/result';
import { CandidateSearch, useRanked } from './candidate-search';
import { DeviceForm } from './device-form';
import { viewOf } from './view.test.data';

let acts: JobAct[] = [];
const doAct = async (what: JobAct) => {
  acts.push(what);
  return true;
};
beforeEach(() => (acts = []));
afterEach(cleanup);

/** The view of a job, as if its device were of another kind. */
const viewWith = (profileId: string): JobView => ({ ...viewOf(new Bench()), profile: profile(profileId) });
const show = (profileId: string, focus = 0) =>
  render(
    <DeviceForm
      view={viewWith(profileId)}
      place={placeOf(profile(profileId), null)}
      busy={false}
      act={doAct}
      focus={focus}
    />,
  );

describe('what is known of this very device', () => {
  it('is measured where it is not known, with the field ready to type into', async () => {
    show('braskit-wren', 1);
    expect(document.activeElement).toBe(screen.getByLabelText('Measured'));
    fireEvent.change(screen.getByLabelText('Measured'), { target: { value: '3,9' } });
    fireEvent.change(screen.getByLabelText('Give or take'), { target: { value: '0.1 mm' } });
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Use it' })));
    expect(acts).toMatchObject([
      { kind: 'measure', measures: { coverMm: { value: 3.9, plus: 0.1, origin: { kind: 'measured' } } } },
    ]);
  });

  it('says what is no length, and measures nothing', async () => {
    show('braskit-osprey');
    fireEvent.change(screen.getByLabelText('Measured'), { target: { value: 'high' } });
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Use it' })));
    expect(screen.getByRole('alert').textContent).toContain('is not a unit of length');
    expect(acts).toEqual([]);
  });

  it('is told by the marks of its board revision', () => {
    show('braskit-wren');
    fireEvent.click(screen.getByRole('radio', { name: /late board.*shield painted black/u }));
    expect(acts).toEqual([{ kind: 'revision', revisionId: 'late' }]);
  });

  it('takes the system version where the place wants one', () => {
    show('quenlo-atrium');
    expect(screen.getByText('4.2.0 or newer sees this drive')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('System version the device shows'), {
      target: { value: ' 4.3.1 ' },
    });
    fireEvent.click(screen.getByRole('button', { name: 'Note it' }));
    expect(acts).toEqual([{ kind: 'system-version', version: '4.3.1' }]);
  });

  it('is nothing to measure on a bay', () => {
    show('vellamar-skein');
    expect(screen.getByText(/Nothing about this place/u)).toBeTruthy();
  });
});

describe('candidates from the server', () => {
  const question = {
    jobId: 'Q-0412',
    placeId: null,
    wantedGB: 2000,
    text: '',
    shelfFirst: false,
    version: 1,
  };
  const view: RankedView = {
    lines: [],
    counts: { over: 3, unknown: 2, tight: 1, clear: 4 },
    matching: 10,
    trends: {},
  };
  const rest = () => act(async () => void (await new Promise((done) => setTimeout(done, 120))));

  it('are asked anew when words or the job change, and only the last answer counts', async () => {
    const asked: string[] = [];
    const rank = async ({ text }: { text: string }): Promise<Result<RankedView>> => {
      asked.push(text);
      return ok({ ...view, matching: text.length });
    };
    const { result, rerender } = renderHook(
      (more: { text: string; version: number }) => useRanked(rank, { ...question, ...more }),
      {
        initialProps: { text: '', version: 1 },
      },
    );
    expect(result.current.status).toBe('loading');
    await rest();
    rerender({ text: 'm', version: 1 });
    rerender({ text: 'marl', version: 1 });
    await rest();
    expect(asked).toEqual(['', 'marl']);
    expect(result.current).toMatchObject({ status: 'ready', view: { matching: 4 } });
    rerender({ text: 'marl', version: 2 });
    await rest();
    expect(asked).toHaveLength(3);
  });

  it('are counted by verdict; a server that does not answer is said with the way on', async () => {
    const { rerender } = render(
      <CandidateSearch wish={question} onWish={() => {}} ranked={{ status: 'ready', view }} />,
    );
    expect(screen.getByRole('status').textContent).toMatch(/4 clear.*1 tight.*2 not known.*3 over/u);
    const { fault } = refuse('offline', 'Jicara did not answer.', 'Is it still running?');
    rerender(<CandidateSearch wish={question} onWish={() => {}} ranked={{ status: 'failed', fault }} />);
    expect(screen.getByRole('status').textContent).toBe('Jicara did not answer. Is it still running?');
  });

  it('hand on words and the wish for the shelf', () => {
    const wishes: object[] = [];
    render(
      <CandidateSearch
        wish={{ text: '', shelfFirst: false }}
        onWish={(wish) => wishes.push(wish)}
        ranked={{ status: 'loading' }}
      />,
    );
    fireEvent.change(screen.getByRole('searchbox'), { target: { value: 'seam' } });
    fireEvent.click(screen.getByRole('checkbox', { name: 'Shelf first' }));
    expect(wishes).toEqual([
      { text: 'seam', shelfFirst: false },
      { text: '', shelfFirst: true },
    ]);
  });
});
