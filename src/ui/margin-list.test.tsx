import { fireEvent, render, screen } from '@testing-library/react';
import { about, atMost, exact, missing, named, oneOf, within } from '@/core/margin';
import { BowlSign } from './bowl-sign';
import { MarginList } from './margin-list';

const origin = { kind: 'measured', note: 'bench, six devices' } as const;
const words = (id: string, what: string) => ({ id, what, unit: 'mm', remedy: 'take a lower one' }) as const;
const limit = exact(9.8, { kind: 'data-sheet-typical', note: 'profile' });
const margins = [
  atMost(words('clear', 'Clear one'), about(9.1, 0.2, 0.2, origin), limit),
  atMost(words('over', 'Over one'), exact(10.4, origin), limit),
  atMost(words('unknown', 'Unknown one'), missing('its height', 'Measure it.'), limit),
  oneOf({ id: 'key', what: 'Key', unit: 'none' }, named('M', origin), ['M'], origin),
];

describe('margin list', () => {
  it('shows the worst first, each with its verdict in a word, and the remedy or what is missing', () => {
    render(<MarginList margins={margins} options={{ locale: 'en-GB' }} />);
    const rows = screen.getAllByRole('button').map((row) => row.textContent);
    expect(rows.map((text) => text?.slice(0, 8))).toEqual(['Over one', 'Unknown ', 'Clear on']);
    expect(rows[0]).toContain('−0.60 mm');
    expect(rows[0]).toContain('over');
    expect(screen.getByText('take a lower one')).toBeTruthy();
    // What is missing, and how to get it: not what would mend it if it were too much.
    expect(screen.getByText(/its height/u).textContent).toBe('Missing: its height. Measure it.');
    expect(screen.getByText('Key').nextSibling?.textContent).toBe('M');
  });

  it('says where both numbers come from when a row is opened', () => {
    render(<MarginList margins={margins} options={{ locale: 'en-GB' }} />);
    expect(screen.queryByText('Value: bench, six devices')).toBeNull();
    fireEvent.click(screen.getAllByRole('button')[2]!);
    expect(screen.getByText('Value: bench, six devices')).toBeTruthy();
    expect(screen.getByText('Limit: profile')).toBeTruthy();
  });
});

describe('bowl', () => {
  it('tells each verdict by another shape, not by colour alone', () => {
    const shapes = (['clear', 'tight', 'over', 'unknown'] as const).map((verdict) => {
      const { container } = render(<BowlSign verdict={verdict} use={0.5} />);
      expect(container.querySelector('svg')?.getAttribute('aria-label')).toBe(
        verdict === 'unknown' ? 'not known' : verdict,
      );
      return [...container.querySelectorAll('path')]
        .map((path) => path.getAttribute('d') + (path.getAttribute('stroke-dasharray') ?? ''))
        .join('|');
    });
    expect(new Set(shapes).size).toBe(4);
  });
});

it('a figure and a limit that nobody knows are told once', () => {
  const gone = missing('size the device shows', 'Read it.');
  const size = { id: 'size', what: 'Size the device shows', unit: 'bytes' } as const;
  render(<MarginList margins={[within(size, gone, gone, gone)]} options={{}} />);
  const [row] = screen.getAllByRole('button');
  expect(row!.textContent).toContain('not known, nor its limit');
});
