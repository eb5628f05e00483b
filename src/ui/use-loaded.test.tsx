import { act, cleanup, renderHook } from '@testing-library/react';
import { useLoaded } from './use-loaded';

afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

it('asks again for what could not be fetched, until it is here; not once the screen is gone', async () => {
  jest.useFakeTimers();
  let asked = 0;
  const load = async () => {
    asked += 1;
    if (asked < 3) throw new Error('away');
    return 'here';
  };
  const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));
  const { result } = renderHook(() => useLoaded(load));
  await pass(0);
  expect([asked, result.current]).toEqual([1, null]);
  await pass(2000);
  expect([asked, result.current]).toEqual([2, null]);
  await pass(2000);
  expect([asked, result.current]).toEqual([3, 'here']);
  asked = 0;
  const gone = renderHook(() => useLoaded(load));
  await pass(0);
  gone.unmount();
  await pass(9000);
  expect(asked).toBe(1);
});
