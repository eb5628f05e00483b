import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { AskField } from './ask-field';

const texts: string[] = [];
const devices = [
  { id: 'braskit-osprey', name: 'Braskit Osprey' },
  { id: 'braskit-heron', name: 'Braskit Heron' },
];
const seam = {
  id: 'pirrin-seam-2000',
  maker: 'Pirrin',
  model: 'Seam',
  labelGB: 2000,
  formFactor: '2280-S2-M',
};

const show = (text: string, more: object = {}) =>
  render(
    <AskField
      text={text}
      silent={false}
      onText={(next) => texts.push(next)}
      view={{
        chips: [],
        notUnderstood: [],
        profile: null,
        devices,
        build: null,
        fromCatalogue: false,
        drives: [],
        ...more,
      }}
    />,
  );
const field = () => screen.getByRole('combobox', { name: 'Will this one do?' });

beforeEach(() => void texts.splice(0));
afterEach(cleanup);

describe('the counter question', () => {
  it('has the focus at once and says how to ask', () => {
    show('');
    expect(document.activeElement).toBe(field());
    expect(screen.getByText(/in any order/u)).toBeTruthy();
  });

  it('offers devices until one is named, taken by arrow keys and Enter', () => {
    show('bras');
    expect(screen.queryByRole('listbox')).toBeNull();
    fireEvent.keyDown(field(), { key: 'ArrowDown' });
    fireEvent.keyDown(field(), { key: 'ArrowDown' });
    expect(screen.getByRole('option', { selected: true }).textContent).toBe('Braskit Heron');
    expect(field().getAttribute('aria-activedescendant')).toBe(
      screen.getByRole('option', { selected: true }).id,
    );
    fireEvent.keyDown(field(), { key: 'Enter' });
    expect(texts).toEqual(['heron ']);
  });

  it('goes round the list upwards too, and Escape closes it', () => {
    show('bras');
    fireEvent.keyDown(field(), { key: 'ArrowUp' });
    expect(screen.getByRole('option', { selected: true }).textContent).toBe('Braskit Heron');
    fireEvent.keyDown(field(), { key: 'Escape' });
    expect(screen.queryByRole('listbox')).toBeNull();
  });

  it('offers drives once the device is named, and takes one by the pointer', () => {
    show('osprey se', { profile: { maker: 'Braskit', name: 'Osprey' }, drives: [seam] });
    fireEvent.keyDown(field(), { key: 'ArrowDown' });
    fireEvent.pointerDown(screen.getByRole('option', { name: 'Pirrin Seam 2 TB, 2280-S2-M' }));
    expect(texts).toEqual(['osprey pirrin seam 2280-S2-M 2000 GB']);
  });

  it('shows what each word was taken for, to be typed over, and what was not understood', () => {
    show('osprey 2280-D2-M grumbold', {
      profile: { maker: 'Braskit', name: 'Osprey' },
      chips: [
        { kind: 'device', words: 'osprey', means: 'Braskit Osprey' },
        { kind: 'form', words: '2280-D2-M', means: '22 × 80 mm, double-sided, key M' },
      ],
      notUnderstood: [{ words: 'grumbold', why: 'no maker or model here goes by this' }],
    });
    const chips = screen.getByRole('list', { name: 'What was understood' });
    expect(chips.textContent).toBe(
      'device Braskit Ospreyform 22 × 80 mm, double-sided, key Mnot understood “grumbold”: no maker or model here goes by this',
    );
    fireEvent.click(screen.getByRole('button', { name: /grumbold/u }));
    const input = field() as HTMLInputElement;
    expect(document.activeElement).toBe(input);
    expect(input.value.slice(input.selectionStart!, input.selectionEnd!)).toBe('grumbold');
    cleanup();
    show('what');
    expect(screen.getByText('Which device is it?')).toBeTruthy();
  });

  it('gives the focus away by Enter, so that the keys of the screen are heard', () => {
    show('osprey', { profile: { maker: 'Braskit', name: 'Osprey' } });
    fireEvent.keyDown(field(), { key: 'Enter' });
    expect(document.activeElement).toBe(document.body);
  });
});
