import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { parseQuestion } from '@/core/ask';
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
        question: parseQuestion(text),
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

  it('says how it was understood, so that a slip is seen', () => {
    show('osprey 2280-D2-M 2 TB 7000', { profile: { maker: 'Braskit', name: 'Osprey' } });
    expect(
      screen.getByText('Braskit Osprey · 22 × 80 mm, double-sided, key M · 2 TB · reads 7000 MB/s'),
    ).toBeTruthy();
    cleanup();
    show('osprey seam', {
      profile: { maker: 'Braskit', name: 'Osprey' },
      build: { drive: seam },
      fromCatalogue: true,
    });
    expect(screen.getByText('Braskit Osprey · Pirrin Seam 2 TB')).toBeTruthy();
    cleanup();
    show('what');
    expect(screen.getByText('which device?')).toBeTruthy();
  });

  it('gives the focus away by Enter, so that the keys of the screen are heard', () => {
    show('osprey', { profile: { maker: 'Braskit', name: 'Osprey' } });
    fireEvent.keyDown(field(), { key: 'Enter' });
    expect(document.activeElement).toBe(document.body);
  });
});
