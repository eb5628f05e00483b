import { act, cleanup, renderHook } from '@testing-library/react';
import { useWorkerAnswer } from './use-worker-answer';

const stops = jest.fn();
jest.mock('./fit-client', () => ({
  FitClient: class {
    stop = () => stops();
  },
}));

/** A question that is answered by hand. */
function question() {
  const calls: {
    progress: (share: number) => void;
    resolve: (value: string) => void;
    reject: (why: object) => void;
  }[] = [];
  const ask = (_: unknown, progress: (share: number) => void) =>
    new Promise<string>((resolve, reject) => calls.push({ progress, resolve, reject }));
  return { calls, ask };
}

const begin = () => act(async () => void jest.advanceTimersByTime(130));

beforeEach(() => {
  jest.useFakeTimers();
  stops.mockClear();
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

describe('an answer from the worker', () => {
  it('goes from working over progress to ready; progress that arrives behind the answer is old news', async () => {
    const { calls, ask } = question();
    const { result } = renderHook(() => useWorkerAnswer('a', ask));
    expect(result.current.answer.status).toBe('working');
    await begin();
    await act(async () => calls[0]!.progress(0.5));
    expect(result.current.answer).toMatchObject({ status: 'working', share: 0.5 });
    await act(async () => calls[0]!.resolve('done'));
    await act(async () => calls[0]!.progress(1));
    expect(result.current.answer).toMatchObject({ status: 'ready', value: 'done' });
  });

  it('is not asked while the question still changes, and never shows the answer to another one', async () => {
    const { calls, ask } = question();
    const { result, rerender } = renderHook(({ key }) => useWorkerAnswer(key, ask), {
      initialProps: { key: 'a' },
    });
    await act(async () => void jest.advanceTimersByTime(60));
    rerender({ key: 'b' });
    await begin();
    expect(calls).toHaveLength(1);
    rerender({ key: 'c' });
    await act(async () => calls[0]!.resolve('b’s answer'));
    expect(result.current.answer.status).toBe('working');
    await begin();
    await act(async () => calls[1]!.resolve('c’s answer'));
    expect(result.current.answer).toMatchObject({ status: 'ready', value: 'c’s answer' });
    expect(stops).toHaveBeenCalled();
  });

  it('is stopped by hand at any moment, also before it has begun', async () => {
    const { calls, ask } = question();
    const { result } = renderHook(() => useWorkerAnswer('a', ask));
    await act(async () => result.current.stop());
    await begin();
    expect(calls).toHaveLength(0);
    expect(result.current.answer).toMatchObject({ status: 'stopped', message: 'Stopped.' });
  });

  it('says so when the computation fails, and asks nothing without a question', async () => {
    const { calls, ask } = question();
    const { result } = renderHook(() => useWorkerAnswer('a', ask));
    await begin();
    await act(async () => calls[0]!.reject({ code: 'stopped', message: 'The computation failed.' }));
    expect(result.current.answer).toMatchObject({ status: 'stopped', message: 'The computation failed.' });
    const nothing = renderHook(() => useWorkerAnswer(null, ask));
    await begin();
    expect(nothing.result.current.answer.status).toBe('idle');
    expect(calls).toHaveLength(1);
  });
});
