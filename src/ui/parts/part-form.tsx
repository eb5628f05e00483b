'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type ImportFault, type Row, rowOf } from '@/core/exchange';
import { type Part, type PartKind, heightClasses, parseFormFactor } from '@/core/part';
import { Field } from '../field';
import { Card } from '../station-frame';
import { useLoaded } from '../use-loaded';
import {
  type PartField,
  farFromPaper,
  fieldText,
  fieldGroups,
  idFrom,
  measuredFields,
  spreadText,
  typeField,
} from './part-fields';

/** What makes a part of a row, with the limits of each figure: fetched behind the form. */
const loadReader = () => import('./read-row');

type Props = {
  kind: PartKind;
  part: Part | null;
  currency: string;
  today: string;
  /** Called with the part whenever what is typed makes one, else null. */
  onPart: (part: Part | null) => void;
  showFaults: boolean;
};

const startRow = (kind: PartKind): Row => ({
  onShelf: '0',
  ...(kind === 'drive' ? { sectorBytes: '512', protocol: 'NVMe', linkGeneration: '4', lanes: '4' } : {}),
  ...(kind === 'heatsink' ? { 'hold.by': 'bands', material: 'aluminium', underBoardMm: 'null' } : {}),
  ...(kind === 'adapter' ? { 'enters.protocol': 'NVMe', 'takes.kind': 'module' } : {}),
});

/** A fault belongs to the field whose path it begins with. */
const faultOf = (faults: ImportFault[], path: string) => {
  const found = faults.find(({ column }) => column === path || column.startsWith(`${path}.`));
  return found && `${found.fault} ${found.fix}`;
};

/** A part as it is added or edited: its form factor decoded as one types, measures beside what the paper says. */
export function PartForm({ kind, part, currency, today, onPart, showFaults }: Props) {
  const [row, setRow] = useState<Row>(() => (part ? rowOf(part) : startRow(kind)));
  const reader = useLoaded(loadReader);
  const made = useMemo(() => reader?.readRow(kind, row, currency) ?? null, [reader, kind, row, currency]);
  const told = useRef(onPart);
  useEffect(() => {
    told.current = onPart;
  });
  useEffect(() => {
    if (made) told.current(made.part);
  }, [made]);
  const faults = made?.faults ?? [];
  const change = (next: Row) => setRow(part ? next : { ...next, id: idFrom(next) });
  const type = (field: PartField, text: string, spread = spreadText(row, field)) => {
    const measuredAt = field.path.startsWith('measured.') ? today : null;
    change(typeField(row, field, text, { spread, measuredAt, source: row.source?.trim() || 'as typed' }));
  };
  const shown = (field: PartField) => {
    const text = fieldText(row, field);
    // A size such as 2280 is a beginning, and no fault while one types.
    const isStart = field.path === 'formFactor' && /^\d{1,5}-?$/u.test(text.trim());
    const error = showFaults || (text !== '' && !isStart) ? faultOf(faults, field.path) : undefined;
    return (
      <Typed
        key={field.path}
        field={field}
        text={text}
        spread={spreadText(row, field)}
        error={error}
        onType={type}
        row={row}
      />
    );
  };
  return (
    <div className="grid gap-3.5">
      {fieldGroups(kind).map(({ title, fields }) => (
        <Card key={title} title={title}>
          <div className="grid gap-x-4 gap-y-3 md:grid-cols-2 xl:grid-cols-3">{fields.map(shown)}</div>
        </Card>
      ))}
      {kind === 'drive' && (
        <Card
          title="Measured on one in hand"
          hint={`takes the place of the paper’s figure; both stay, with ${today} as its day`}
        >
          <div className="grid gap-x-4 gap-y-3 md:grid-cols-2 xl:grid-cols-4">
            {measuredFields.map(shown)}
          </div>
        </Card>
      )}
      {showFaults && faults.length > 0 && (
        <p role="alert" className="font-semibold text-over">
          {faults.length} to correct:{' '}
          {faults
            .slice(0, 4)
            .map(({ column, fault }) => `${column}: ${fault}`)
            .join(' ')}
        </p>
      )}
    </div>
  );
}

function Typed({
  field,
  text,
  spread,
  error,
  row,
  onType,
}: {
  field: PartField;
  text: string;
  spread: string;
  error: string | undefined;
  row: Row;
  onType: (field: PartField, text: string, spread?: string) => void;
}) {
  const { label, kind, options, optional } = field;
  // What is being typed stands until it is left: "1." and "1,2" must not jump while one writes.
  const [typing, setTyping] = useState<string | null>(null);
  const hint =
    field.path === 'formFactor'
      ? decoded(text)
      : (farFromPaper(row, field) ??
        field.hint ??
        (optional && text === '' ? 'empty: not known' : undefined));
  if (kind === 'choice')
    return (
      <label className="block">
        <span className="mb-1 block font-semibold">{label}</span>
        <select
          className="h-11 w-full rounded-xl border border-line-strong bg-surface px-3"
          value={text}
          onChange={(event) => onType(field, event.target.value)}
        >
          {(optional || !options!.includes(text)) && (
            <option value="">{optional ? 'not known' : 'choose'}</option>
          )}
          {options!.map((option) => (
            <option key={option}>{option}</option>
          ))}
        </select>
        {error && <span className="mt-1 block text-[0.8125rem] font-semibold text-over">{error}</span>}
      </label>
    );
  const value = (
    <Field
      label={label}
      type={kind === 'day' ? 'date' : 'text'}
      inputMode={kind === 'number' || kind === 'rate' || kind === 'figure' ? 'decimal' : undefined}
      autoComplete="off"
      hint={field.path === 'price' && row['price.currency'] ? row['price.currency'] : hint}
      error={error}
      value={typing ?? text}
      onChange={(event) => {
        setTyping(event.target.value);
        onType(field, event.target.value);
      }}
      onBlur={() => setTyping(null)}
    />
  );
  if (kind !== 'figure') return value;
  return (
    <div className="grid grid-cols-[1fr_92px] items-start gap-2">
      {value}
      <Field
        label="give or take"
        aria-label={`${label}, give or take`}
        inputMode="decimal"
        autoComplete="off"
        value={spread}
        disabled={text === ''}
        onChange={(event) => onType(field, text, event.target.value)}
      />
    </div>
  );
}

/** The form factor decoded as one types. */
function decoded(text: string): string {
  if (text.trim() === '') return 'such as 2280-S3-M, 3.5-inch, card';
  const start = /^(\d\d)(\d{2,3})-?$/u.exec(text.trim());
  if (start)
    return `${Number(start[1])} × ${Number(start[2])} mm; then the height class and the key, such as -S3-M`;
  const form = parseFormFactor(text);
  if (!form.ok) return `${form.fault.sentence} ${form.fault.remedy}`;
  if (form.value.kind !== 'module') return `a drive of ${form.value.kind}`;
  const { widthMm, lengthMm, heightClass, sides, keys } = form.value;
  const { topMm = 0, bottomMm = 0 } = heightClasses[heightClass] ?? {};
  return `${widthMm} × ${lengthMm} mm, ${sides}-sided, chips to ${topMm} mm${bottomMm > 0 ? ` above and ${bottomMm} mm below` : ''}, key ${keys.join(' and ')}`;
}
