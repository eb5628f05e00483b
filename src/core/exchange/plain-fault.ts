import type * as z from 'zod';

type Issue = z.core.$ZodIssue;

/** A cell that would do, by the last name of its column. */
const examples: Readonly<Record<string, string>> = Object.freeze({
  id: 'ostrel-marl-2000',
  schema: 'jicara.drive/2',
  maker: 'Ostrel',
  model: 'Marl',
  price: '89.90',
  minor: '8990',
  currency: 'EUR',
  onShelf: '0',
  source: 'data sheet of the Marl',
  sourceDate: '2026-05-18',
  priceDate: '2026-05-18',
  protocol: 'NVMe',
  formFactor: '2280-S3-M',
  labelGB: '2000',
  sectorBytes: '512',
  linkGeneration: '4',
  lanes: '4',
  readBytesPerS: '7100000000',
  writeBytesPerS: '6300000000',
  sustainedWriteBytesPerS: '1400000000',
  rateBytesPerS: '390000000',
  carriesBytesPerS: '7000000000',
  link: 'USB 10 Gb/s',
  takes: 'NVMe',
  kind: 'module',
  by: 'bands',
  material: 'aluminium',
  known: 'true',
  origin: 'a kind and a note, such as data-sheet-typical',
  duty: 'general',
});

const example = (path: string): string | undefined => {
  const name = path.split('.').findLast((part) => !/^\d+$/u.test(part)) ?? '';
  return Object.hasOwn(examples, name)
    ? examples[name]
    : /(Mm|GB|W|C|TB|N|G|Mm2)$/u.test(name)
      ? '1.5'
      : undefined;
};

const kinds: Readonly<Record<string, string>> = Object.freeze({
  number: 'a number',
  int: 'a whole number',
  string: 'text',
  boolean: 'true or false',
  array: 'a list',
  object: 'a figure with value, minus, plus and origin',
});

/** Whether a message is the library’s own, and no sentence of this product. */
const isGeneric = (message: string): boolean =>
  /^(Invalid|Too (small|big)|Unrecognized|Expected)/u.test(message);

/** What a schema says against a value, in a plain sentence; a sentence of this product’s own stays as it is. */
export function plainSentence(issue: Issue): string {
  if (!isGeneric(issue.message)) return /[.!]$/u.test(issue.message) ? issue.message : `${issue.message}.`;
  switch (issue.code) {
    case 'invalid_type':
      return /received undefined$/u.test(issue.message)
        ? 'It is missing.'
        : `It must be ${kinds[issue.expected] ?? issue.expected}.`;
    case 'too_small':
      return issue.origin === 'string' || issue.origin === 'array'
        ? 'It is empty, or too short.'
        : `It must be ${issue.inclusive ? `${issue.minimum} or more` : `more than ${issue.minimum}`}.`;
    case 'too_big':
      return issue.origin === 'string' || issue.origin === 'array'
        ? `It is too long: at most ${issue.maximum}.`
        : `It must be ${issue.inclusive ? `${issue.maximum} or less` : `less than ${issue.maximum}`}.`;
    case 'invalid_value':
      return `It must be ${issue.values.length > 1 ? 'one of ' : ''}${issue.values.slice(0, 12).join(', ')}.`;
    case 'invalid_union': {
      const values = issue.errors
        .flat()
        .flatMap((inner) => (inner.code === 'invalid_value' ? inner.values : []));
      return values.length > 0
        ? `It must be one of ${values.slice(0, 12).join(', ')}.`
        : 'It is none of the forms that this can have.';
    }
    case 'unrecognized_keys':
      return `Nothing is called ${issue.keys.slice(0, 4).join(', ')} here.`;
    default:
      return 'It is not understood.';
  }
}

/** The same with a cell that would do. */
export function plainFault(issue: Issue): { column: string; fault: string; fix: string } {
  const column = issue.path.join('.');
  const would = example(column);
  return {
    column: column || 'the whole line',
    fault: plainSentence(issue),
    fix: would === undefined ? 'See the schema for what may stand here.' : `Such as ${would}.`,
  };
}
