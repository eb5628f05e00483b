'use client';
import { useState } from 'react';
import {
  type CandidateLine,
  type Library,
  type Proposal,
  type Setting,
  contentBytes,
  libraryBytes,
  proposeSize,
  typicalSizes,
  usualGrowth,
} from '@/core/fit';
import type { Fault } from '@/core/result';
import { parseBytes, parseDecimal, showBytes, showMoney } from '@/core/units';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
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
  /** What is kept of the old drive; null where nothing is, or nobody knows how much. */
  old: Setting['old'];
  freeBytes: number;
  /** Drives that were held against this place, to propose a size from. */
  lines: CandidateLine[];
  wantedGB: number;
  currency: string;
  locale: string;
  busy: boolean;
  onUse: (library: Library | null) => void;
  /** Makes a size the wish of this job. */
  onWant: (labelGB: number) => void;
};

const overlapWords = { true: 'In the list', false: 'Beside it', null: 'Not said' } as const;
type Overlap = keyof typeof overlapWords;
const overlapOf = (text: Overlap): boolean | null => (text === 'null' ? null : text === 'true');

/** What the owner's library needs against what will be shown as free. */
export function LibraryPanel({
  library,
  old,
  freeBytes,
  lines,
  wantedGB,
  currency,
  locale,
  busy,
  onUse,
  onWant,
}: Props) {
  const [text, setText] = useState(asText(library));
  const [overlap, setOverlap] = useState<Overlap>(`${library?.holdsKept ?? null}`);
  const [growth, setGrowth] = useState(String(usualGrowth * 100));
  const parsed = parseLibrary(text);
  const listed = parsed.library && { ...parsed.library, holdsKept: overlapOf(overlap) };
  const keeps = old?.dataToKeep === true && (old.usedBytes ?? 1) > 0;
  const content = contentBytes({ old, library: listed });
  const needed = content.known ? content.value : listed ? libraryBytes(listed) : 0;
  const grown = parseDecimal(growth);
  const proposal =
    grown.ok && grown.value <= 300 ? proposeSize({ old, library: listed }, lines, grown.value / 100) : null;
  const share = freeBytes > 0 ? needed / freeBytes : 0;
  return (
    <form
      className="grid gap-2 md:grid-cols-[1fr_240px] md:gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (!parsed.fault) onUse(listed);
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
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <label className="text-[0.875rem]">
            <span className="mb-1 block font-semibold">Begin with a typical size</span>
            <select
              className="h-11 rounded-xl border border-line-strong bg-surface px-2"
              value=""
              onChange={(event) => setText(event.target.value)}
            >
              <option value="">choose</option>
              {typicalSizes.map(({ name, bytes }) => (
                <option key={name} value={`20 × ${bytes / 1e9} GB`}>
                  {name}, {showBytes(bytes, { locale })} each
                </option>
              ))}
            </select>
          </label>
          {keeps && (
            <Choice
              legend="Is the data to keep part of the list?"
              value={overlap}
              onChange={setOverlap}
              options={(['true', 'false', 'null'] as const).map((value) => ({
                value,
                label: overlapWords[value],
              }))}
            />
          )}
        </div>
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
        {!content.known && <p className="text-[0.875rem] text-soft">Not counted: {content.what}.</p>}
        <Button type="submit" disabled={busy || parsed.fault !== null}>
          {parsed.library ? 'Count it in' : 'Leave it out'}
        </Button>
        <Field
          label="Room to grow, %"
          className="mt-2"
          inputMode="decimal"
          value={growth}
          onChange={(event) => setGrowth(event.target.value)}
        />
        {proposal && (
          <Proposed
            proposal={proposal}
            wantedGB={wantedGB}
            currency={currency}
            locale={locale}
            busy={busy}
            onWant={onWant}
          />
        )}
      </div>
    </form>
  );
}

/** The size that all of it asks for, and what the next one up would cost by the gigabyte. */
function Proposed({
  proposal: { neededBytes, line, cheaperPerGB },
  wantedGB,
  currency,
  locale,
  busy,
  onWant,
}: { proposal: Proposal } & Pick<Props, 'wantedGB' | 'currency' | 'locale' | 'busy' | 'onWant'>) {
  const size = (one: CandidateLine) => showBytes(one.build.drive.labelGB * 1e9, { locale });
  const price = ({ minor }: CandidateLine) =>
    minor === null ? '' : `, from ${showMoney({ minor, currency }, locale)}`;
  if (!line)
    return (
      <p className="mt-2 text-[0.875rem]">
        <b>No drive that fits has room for {showBytes(neededBytes, { locale })}.</b>
      </p>
    );
  const larger = cheaperPerGB;
  return (
    <div className="mt-2 text-[0.875rem]">
      <p>
        Room for {showBytes(neededBytes, { locale })}: <b>{size(line)}</b>
        {price(line)}.{larger && ` ${size(larger)}${price(larger)} costs less by the gigabyte.`}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        {[line, ...(larger ? [larger] : [])]
          .filter(({ build }) => build.drive.labelGB !== wantedGB)
          .map((one) => (
            <Button key={size(one)} disabled={busy} onClick={() => onWant(one.build.drive.labelGB)}>
              Want {size(one)}
            </Button>
          ))}
      </div>
    </div>
  );
}
