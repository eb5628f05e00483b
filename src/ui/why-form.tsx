'use client';
import { useState } from 'react';
import { Button } from './button';
import { Field } from './field';

const leastWords = 3;

/** One line of words for what is out of the usual; nothing is noted without them. */
export function WhyForm({
  label,
  busy,
  onNote,
}: {
  label: string;
  busy: boolean;
  onNote: (why: string) => void;
}) {
  const [why, setWhy] = useState('');
  const words = why.trim();
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (words.length >= leastWords) onNote(words);
      }}
    >
      <Field
        label={label}
        className="min-w-60 flex-1"
        maxLength={200}
        autoFocus
        value={why}
        onChange={({ target }) => setWhy(target.value)}
      />
      <Button type="submit" disabled={busy || words.length < leastWords}>
        Note it
      </Button>
    </form>
  );
}
