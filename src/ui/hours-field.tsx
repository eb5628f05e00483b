'use client';
import { useState } from 'react';
import { parseHours, usualHours } from '@/core/workshop';
import { Button } from './button';
import { Field } from './field';

/** When somebody works on a usual day; empty for whoever is not here. Kept once it is understood. */
export function HoursField({
  name,
  hours,
  onKeep,
}: {
  name: string;
  /** Null: the usual hours. */
  hours: string | null;
  onKeep: (hours: string | null) => void;
}) {
  const [text, setText] = useState(hours ?? usualHours);
  const parsed = parseHours(text);
  const isChanged = text.trim() !== (hours ?? usualHours);
  return (
    <form
      className="mt-1 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (parsed.ok) onKeep(text.trim() === usualHours ? null : text.trim());
      }}
    >
      <Field
        label={`Hours of ${name}`}
        className="min-w-56 text-[0.8125rem]"
        value={text}
        maxLength={80}
        onChange={({ target }) => setText(target.value)}
        hint={text.trim() === '' ? 'not here today' : undefined}
        {...(parsed.ok ? {} : { error: parsed.fault.remedy })}
      />
      {isChanged && (
        <Button type="submit" disabled={!parsed.ok}>
          Keep
        </Button>
      )}
    </form>
  );
}
