import { useState } from 'react';
import { Workload } from '@/core/heat';
import { Button } from '../button';
import { Field } from '../field';

/** Steps as one types them: "60 s 4 W, 30 s 1.2 W". Null where they do not read. */
export function parseSteps(text: string): Workload | null {
  const steps = text
    .split(/;|\n|,\s/u)
    .filter((part) => part.trim() !== '')
    .map((part) => {
      const match = /^\s*(\d+(?:[.,]\d+)?)\s*(s|min)\s+(\d+(?:[.,]\d+)?)\s*w\s*$/iu.exec(part);
      if (!match) return null;
      const number = (digits: string) => Number(digits.replace(',', '.'));
      return {
        seconds: number(match[1]!) * (match[2]!.toLowerCase() === 'min' ? 60 : 1),
        does: { watts: number(match[3]!) },
      };
    });
  const parsed = Workload.safeParse({ id: 'own', name: 'Own steps', steps });
  return parsed.success ? parsed.data : null;
}

/** One's own workload as power steps that repeat. */
export function OwnWorkload({ onUse }: { onUse: (workload: Workload) => void }) {
  const [text, setText] = useState('60 s 5 W, 60 s 1 W');
  const parsed = parseSteps(text);
  return (
    <form
      className="mb-2 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (parsed) onUse(parsed);
      }}
    >
      <Field
        label="Steps that repeat"
        className="min-w-52 flex-1"
        value={text}
        onChange={(event) => setText(event.target.value)}
        error={parsed ? undefined : 'Write time and power, such as 60 s 5 W, 2 min 1 W.'}
      />
      <Button type="submit" disabled={!parsed}>
        Use them
      </Button>
    </form>
  );
}
