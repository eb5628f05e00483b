'use client';
import { useState } from 'react';
import { type Library, libraryBytes } from '@/core/fit';
import type { Fault } from '@/core/result';
import { parseBytes, showBytes } from '@/core/units';
import { Button } from '../button';
import { FaultNotice } from '../notice';

/** "Name 60 GB" by line, or "30 × 60 GB": what the owner wants on the drive. */
export function parseLibrary(text: string): { library: Library | null; fault: Fault | null } {
  const count = /^\s*(\d{1,6})\s*[×x*]\s*(.+)$/iu.exec(text);
  if (count) {
    const bytes = parseBytes(count[2]!);
    if (!bytes.ok) return { library: null, fault: bytes.fault };
    return { library: { kind: 'count', count: Number(count[1]), typicalBytes: bytes.value }, fault: null };
  }
  const items: { name: string; bytes: number }[] = [];
  for (const line of text
    .split(/\n/u)
    .map((part) => part.trim())
    .filter(Boolean)) {
    const match = /^(.*?)[\s:,;]+(\d[\d.,]*\s*[kmgt]i?b)$/iu.exec(line);
    const bytes = match && parseBytes(match[2]!);
    if (!match || !bytes || !bytes.ok || bytes.value === 0)
      return {
        library: null,
        fault: {
          code: 'library',
          sentence: `“${line.slice(0, 40)}” names no size.`,
          remedy: 'Write 30 × 60 GB, or a name and a size in each line.',
        },
      };
    items.push({ name: match[1]!.slice(0, 120) || 'item', bytes: bytes.value });
  }
  return { library: items.length > 0 ? { kind: 'items', items } : null, fault: null };
}

const asText = (library: Library | null): string =>
  library === null
    ? ''
    : library.kind === 'count'
      ? `${library.count} × ${library.typicalBytes / 1e9} GB`
      : library.items.map(({ name, bytes }) => `${name} ${bytes / 1e9} GB`).join('\n');

type Props = {
  library: Library | null;
  freeBytes: number;
  locale: string;
  busy: boolean;
  onUse: (library: Library | null) => void;
};

/** What the owner's library needs against what will be shown as free. */
export function LibraryPanel({ library, freeBytes, locale, busy, onUse }: Props) {
  const [text, setText] = useState(asText(library));
  const parsed = parseLibrary(text);
  const needed = parsed.library ? libraryBytes(parsed.library) : 0;
  const share = freeBytes > 0 ? needed / freeBytes : 0;
  return (
    <form
      className="grid gap-2 md:grid-cols-[1fr_240px] md:gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (!parsed.fault) onUse(parsed.library);
      }}
    >
      <div>
        <label className="font-semibold" htmlFor="library">
          What the owner wants on it
        </label>
        <textarea
          id="library"
          className="mt-1 h-24 w-full rounded-xl border border-line-strong bg-surface p-2"
          placeholder={'30 × 60 GB\nor one item in each line, such as “Harbour days 85 GB”'}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        {parsed.fault && text.trim() !== '' && <FaultNotice fault={parsed.fault} />}
      </div>
      <div className="self-center">
        <p>
          <b className="figures">{showBytes(needed, { locale })}</b> of{' '}
          <span className="figures">{showBytes(freeBytes, { locale })}</span> shown as free
        </p>
        <div className="my-1 h-2.5 rounded-full bg-sunken">
          <div
            className={`h-2.5 rounded-full ${share > 1 ? 'bg-over' : 'bg-clear-fill'}`}
            style={{ width: `${Math.min(100, share * 100)}%` }}
          />
        </div>
        <Button type="submit" disabled={busy || parsed.fault !== null}>
          {parsed.library ? 'Count it in' : 'Leave it out'}
        </Button>
      </div>
    </form>
  );
}
