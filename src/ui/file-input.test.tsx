import { fireEvent, render, screen } from '@testing-library/react';
import { FileInput } from './file-input';

const show = (onFile = jest.fn()) => {
  render(<FileInput words="Bring a log" onFile={onFile} />);
  return { onFile, input: screen.getByLabelText<HTMLInputElement>('Bring a log') };
};
const file = (name: string) => new File(['x'], name);

it('hands over one file, and the same one again', () => {
  const { onFile, input } = show();
  const log = file('log.json');
  fireEvent.change(input, { target: { files: [log] } });
  expect(onFile).toHaveBeenCalledWith(log);
  expect(input.value).toBe('');
  fireEvent.change(input, { target: { files: [] } });
  expect(onFile).toHaveBeenCalledTimes(1);
});

it('gives the focus back to whoever pressed it by a pointer, so that Space goes on with the work; by keys it stays', () => {
  const { input } = show();
  input.focus();
  fireEvent.click(screen.getByText('Bring a log'), { detail: 1 });
  expect(document.activeElement).toBe(document.body);
  input.focus();
  fireEvent.click(input, { detail: 0 });
  expect(document.activeElement).toBe(input);
});
