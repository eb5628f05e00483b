import fc from 'fast-check';
import { libraryBytes } from '@/core/fit';
import { parsePoints } from './impression-form';
import { parseLibrary } from './library-panel';
import { parseSteps } from './own-workload';

describe('points of an impression', () => {
  it('are read with points or commas, apart by spaces, lines or semicolons', () => {
    expect(parsePoints('1.72 1,80;1.78\n1.75 mm'.replace(' mm', 'mm'))).toEqual({
      points: [1.72, 1.8, 1.78, 1.75],
      fault: null,
    });
    expect(parsePoints('')).toEqual({ points: [], fault: null });
  });

  it('name what is no length', () => {
    expect(parsePoints('1.7 thin').fault?.sentence).toContain('thin');
    expect(parsePoints('1.7 -2').fault).not.toBeNull();
  });
});

describe('a library', () => {
  it('is a count of a typical size, or a list of names with sizes', () => {
    expect(parseLibrary('30 × 60 GB').library).toEqual({ kind: 'count', count: 30, typicalBytes: 60e9 });
    expect(parseLibrary('12x 1,5 TB').library).toMatchObject({ count: 12, typicalBytes: 1.5e12 });
    const { library } = parseLibrary('Harbour days 85 GB\nTide: 1.2 TB\n\n');
    expect(library).toEqual({
      kind: 'items',
      items: [
        { name: 'Harbour days', bytes: 85e9 },
        { name: 'Tide', bytes: 1.2e12 },
      ],
    });
    expect(libraryBytes(library!)).toBe(85e9 + 1.2e12);
  });

  it('says which line names no size, and is nothing where nothing is typed', () => {
    expect(parseLibrary('Harbour days').fault?.sentence).toContain('Harbour days');
    expect(parseLibrary('Tide 0 GB').fault).not.toBeNull();
    expect(parseLibrary('  ')).toEqual({ library: null, fault: null });
    fc.assert(
      fc.property(fc.string(), (text) => {
        const { library, fault } = parseLibrary(text);
        return library === null || fault === null;
      }),
    );
  });
});

describe('own steps of a workload', () => {
  it('are times and powers that repeat', () => {
    expect(parseSteps('60 s 5 W, 2 min 1,5 W')?.steps).toEqual([
      { seconds: 60, does: { watts: 5 } },
      { seconds: 120, does: { watts: 1.5 } },
    ]);
  });

  it.each(['', '60 s', '5 W', '60 s 5 kW', '60 s 500 W', '0 s 5 W', 'x'])('refuses “%s”', (text) =>
    expect(parseSteps(text)).toBeNull(),
  );
});
