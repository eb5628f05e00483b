import { type Estimate, about, atMostKnown, exact } from '../margin';
import { type Result, ok, refuse } from '../result';
import { clip } from '../units';

const specification = (note: string) => ({ kind: 'specification', note }) as const;

/** Widths and lengths a module may have, mm (PCI Express M.2 Specification, form-factor naming). */
export const moduleWidthsMm = [12, 16, 22, 30] as const;
export const moduleLengthsMm = [16, 26, 30, 38, 42, 60, 80, 110] as const;

/** Tallest component above and below the board, mm, by height class (PCI Express M.2 Specification, component heights). */
export const heightClasses: Readonly<Record<string, { topMm: number; bottomMm: number }>> = Object.freeze({
  S1: { topMm: 1.2, bottomMm: 0 },
  S2: { topMm: 1.35, bottomMm: 0 },
  S3: { topMm: 1.5, bottomMm: 0 },
  D1: { topMm: 1.2, bottomMm: 1.35 },
  D2: { topMm: 1.35, bottomMm: 1.35 },
  D3: { topMm: 1.5, bottomMm: 1.35 },
  D4: { topMm: 1.5, bottomMm: 0.7 },
  D5: { topMm: 1.5, bottomMm: 1.5 },
});

/** A module's board, mm (PCI Express M.2 Specification, board thickness). */
export const moduleBoardMm: Estimate = about(
  0.8,
  0.08,
  0.08,
  specification('M.2 module board 0.80 ± 0.08 mm'),
);

/** Keys a socket or a module edge may have for storage. */
export const moduleKeys = ['B', 'M'] as const;
export type ModuleKey = (typeof moduleKeys)[number];

export type SizeCode = {
  code: string;
  widthMm: number;
  lengthMm: number;
  heightClass: string;
  sides: 'single' | 'double';
  keys: ModuleKey[];
  /** Chip height above the board: a maximum, unknown on its low side. */
  top: Estimate;
  /** Chip height below the board: a maximum, exactly 0 for single-sided modules. */
  bottom: Estimate;
};

/**
 * Reads a module's size code `WWLL-HH-K` or `WWLL-HH-K-K`, such as 2280-S2-M or 2280-D2-B-M.
 * Errors name the part of the code that is wrong and what may stand there.
 */
export function parseSizeCode(text: string): Result<SizeCode> {
  const code = text.trim().toUpperCase();
  const [size = '', heightClass = '', ...keyLetters] = code.split('-');
  const match = /^(\d\d)(\d{2,3})$/u.exec(size);
  const wrong = (which: string, fix: string) =>
    refuse('size-code', `Size code “${clip(text)}”: ${which}.`, fix);
  if (code === '')
    return wrong('it is empty', 'Copy it from the drive’s label or data sheet, such as 2280-S2-M.');
  if (!match)
    return wrong(
      'it must begin with width and length in mm',
      'Write four or five digits first, such as 2280.',
    );
  const widthMm = Number(match[1]);
  const lengthMm = Number(match[2]);
  if (!(moduleWidthsMm as readonly number[]).includes(widthMm)) {
    return wrong(`${match[1]} is no module width`, `The first two digits are ${moduleWidthsMm.join(', ')}.`);
  }
  if (!(moduleLengthsMm as readonly number[]).includes(lengthMm)) {
    return wrong(`${match[2]} is no module length`, `After the width comes ${moduleLengthsMm.join(', ')}.`);
  }
  const heights = heightClasses[heightClass];
  if (!Object.hasOwn(heightClasses, heightClass) || !heights) {
    return wrong(
      heightClass ? `“${clip(heightClass)}” is no height class` : 'the height class is missing',
      `After the first hyphen comes one of ${Object.keys(heightClasses).join(', ')}.`,
    );
  }
  const known = keyLetters.filter((letter): letter is ModuleKey =>
    (moduleKeys as readonly string[]).includes(letter),
  );
  if (known.length === 0 || known.length !== keyLetters.length || new Set(known).size !== known.length) {
    return wrong(
      keyLetters.length === 0 ? 'the key is missing' : `“${clip(keyLetters.join('-'))}” is no storage key`,
      'It ends with the key: M, B, or B-M.',
    );
  }
  const note = (side: string) => specification(`height class ${heightClass}, ${side}: a maximum`);
  return ok({
    code,
    widthMm,
    lengthMm,
    heightClass,
    sides: heightClass.startsWith('S') ? 'single' : 'double',
    keys: known,
    top: atMostKnown(heights.topMm, note('top')),
    bottom:
      heights.bottomMm === 0
        ? exact(0, specification(`height class ${heightClass}: no parts below the board`))
        : atMostKnown(heights.bottomMm, note('bottom')),
  });
}
