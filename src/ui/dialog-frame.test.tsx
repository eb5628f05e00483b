import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { DialogFrame } from './dialog-frame';

afterEach(cleanup);

type Asks = 'never' | 'typed' | 'held';

function Shown({ asks }: { asks?: Asks }) {
  const [open, setOpen] = useState(true);
  return (
    <>
      <button onClick={() => setOpen(true)}>again</button>
      <DialogFrame title="Count" open={open} onOpenChange={setOpen} asks={asks}>
        <input aria-label="In the drawer" />
        <input type="checkbox" aria-label="looked at" />
        <button onClick={() => setOpen(false)}>Cancel</button>
      </DialogFrame>
    </>
  );
}

const escape = () =>
  fireEvent.keyDown(document.activeElement ?? document.body, { key: 'Escape', code: 'Escape' });
const isOpen = () => screen.queryByRole('dialog') !== null;
const isAsked = () => screen.queryByRole('alertdialog') !== null;
const type = () => {
  const field = screen.getByLabelText('In the drawer');
  field.focus();
  fireEvent.input(field, { target: { value: '4' } });
};

it.each<[Asks | undefined]>([[undefined], ['never'], ['typed']])(
  'Escape closes it where nothing was typed (%s)',
  (asks) => {
    render(<Shown asks={asks} />);
    fireEvent.click(screen.getByLabelText('looked at'));
    escape();
    expect(isOpen()).toBe(false);
  },
);

it('asks before what was typed is let go; a second Escape stays, where it was', () => {
  render(<Shown asks="typed" />);
  type();
  escape();
  expect([isOpen(), isAsked()]).toEqual([true, true]);
  expect(document.activeElement?.textContent).toBe('Stay here');
  escape();
  expect([isOpen(), isAsked()]).toEqual([true, false]);
  expect(document.activeElement).toBe(screen.getByLabelText('In the drawer'));
  escape();
  fireEvent.click(screen.getByRole('button', { name: 'Close without saving' }));
  expect(isOpen()).toBe(false);
  // What was typed the last time is no reason to ask again.
  fireEvent.click(screen.getByText('again'));
  expect(isOpen()).toBe(true);
  escape();
  expect(isOpen()).toBe(false);
});

it('asks for what is held otherwise, and never where a button says what it does', () => {
  render(<Shown asks="held" />);
  escape();
  expect([isOpen(), isAsked()]).toEqual([true, true]);
  fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  expect(isOpen()).toBe(false);
});
