import { act, cleanup, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { useKeys } from './use-keys';
import { useLate } from './use-late';

afterEach(cleanup);

/** A module that comes when the test lets it. */
function later() {
  let come: (part: string) => void = () => {};
  let fail: () => void = () => {};
  const asked: number[] = [];
  const load = () =>
    new Promise<string>((resolve, reject) => {
      asked.push(1);
      come = resolve;
      fail = () => reject(new Error('no connection'));
    });
  return { load, asked, come: () => act(async () => come('here')), fail: () => act(async () => fail()) };
}

const done: string[] = [];
function Screen({ load }: { load: () => Promise<string> }) {
  const [isWanted, setWanted] = useState(false);
  const { part, typed } = useLate(load, isWanted, () => setWanted(false));
  useKeys({ n: () => setWanted(true), Space: () => done.push('act'), s: () => done.push('stuck') });
  return <p>{isWanted ? (part === null ? 'waits' : `${part}: ${typed.current}`) : 'closed'}</p>;
}

const press = async (...keys: string[]) => {
  for (const key of keys)
    await act(async () => {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      await new Promise((resolve) => setTimeout(resolve, 0));
    });
};

beforeEach(() => done.splice(0));

it('what is typed while it comes does nothing behind it, and stands in it', async () => {
  const module = later();
  render(<Screen load={module.load} />);
  await press(' ', 'n', 's', ' ', 'x', 'Backspace', 'o');
  expect(done).toEqual(['act']);
  screen.getByText('waits');
  await module.come();
  screen.getByText('here: s o');
  // From here on the window itself takes the keys.
  await press('s');
  expect(done).toEqual(['act', 'stuck']);
});

it('Escape gives up the wait; without a connection it is given up by itself, and asked for again', async () => {
  const module = later();
  render(<Screen load={module.load} />);
  await press('n', 'Escape');
  screen.getByText('closed');
  await press('n');
  await module.fail();
  screen.getByText('closed');
  await press('s', 'n');
  expect(done).toEqual(['stuck']);
  await module.come();
  screen.getByText(/^here/u);
  expect(module.asked.length).toBeGreaterThanOrEqual(3);
});
