import { useState } from 'react';
import { parseDecimal } from '@/core/units';
import { Field } from '../field';

/** A field whose text is read into something else; what cannot be read stays as it was typed, with why. */
export function Typed<T>({
  label,
  text,
  read,
  fault,
  onRead,
  className,
  maxLength,
}: {
  label: string;
  text: string;
  read: (text: string) => T | null;
  fault: string;
  onRead: (value: T) => void;
  className?: string;
  maxLength?: number;
}) {
  const [typed, setTyped] = useState(text);
  return (
    <Field
      label={label}
      className={className}
      maxLength={maxLength}
      value={typed}
      error={read(typed) === null ? fault : undefined}
      onChange={({ target }) => {
        setTyped(target.value);
        const value = read(target.value);
        if (value !== null) onRead(value);
      }}
    />
  );
}

/** How many fasteners a group has; null where it is no such number. */
export function readCount(text: string): number | null {
  const parsed = parseDecimal(text);
  return parsed.ok && Number.isInteger(parsed.value) && parsed.value >= 1 && parsed.value <= 40
    ? parsed.value
    : null;
}

/** A length in millimetres, or none; null where it is neither. */
export function readLengthMm(text: string): { mm: number | null } | null {
  if (text.trim() === '') return { mm: null };
  const parsed = parseDecimal(text);
  return parsed.ok && parsed.value > 0 && parsed.value <= 400 ? { mm: parsed.value } : null;
}

/** Minutes of hands, up to a day; null where it is none. */
export function readMinutes(text: string): number | null {
  const parsed = parseDecimal(text);
  return parsed.ok && parsed.value > 0 && parsed.value <= 1440 ? parsed.value : null;
}
