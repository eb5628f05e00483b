'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { DockItem } from '@/core/job-view';
import { showBytes, showRate } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';
import { Card } from '../station-frame';
import { verdictText } from '../verdict-words';
import type { ImageActions } from './image-actions';
import { RowFault } from './row-fault';
import { RunBar } from './run-bar';

// Windows are loaded when they are asked for.
const AddItemDialog = dynamic(() => import('./add-item-dialog').then((m) => m.AddItemDialog), { ssr: false });
const RecordDialog = dynamic(() => import('./record-dialog').then((m) => m.RecordDialog), { ssr: false });

/** What a stick holds, in a few words. */
export function contentWords({ content, item }: Pick<DockItem, 'content' | 'item'>): string {
  if (item.kind === 'cable') return '';
  if (!content) return 'nothing written here';
  const what = `${content.name} ${content.version}`;
  if (content.state === 'matched') return what;
  return content.state === 'differs' ? `${what}: does not read the same` : `${what}: half written`;
}

const count = (item: DockItem, worked: boolean) => item.uses.filter((use) => use.worked === worked).length;

/** How often it fails by what is known, and from how much. */
const failsWords = ({ fails: { share, here, elsewhere }, item }: DockItem): string => {
  const often = `likely fails ${share < 0.01 ? 'less than 1' : Math.round(100 * share)} of 100`;
  if (here + elsewhere === 0) return `${often}: a default, no ${item.kind} was used yet`;
  const uses = (count: number) => (count === 1 ? '1 use' : `${count} uses`);
  return here === 0
    ? `${often}, by ${uses(elsewhere)} of others`
    : `${often}, by ${uses(here)} and ${elsewhere} of others`;
};

/** Sticks or cables with their record: what failed three times goes into the bin. */
export function ItemList({
  kind,
  items,
  locale,
  act,
}: {
  kind: 'stick' | 'cable';
  items: DockItem[];
  locale: string;
  act: ImageActions;
}) {
  const [told, setTold] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const shown = items.find(({ item }) => item.label === told);
  const title = kind === 'stick' ? 'Sticks' : 'Cables';
  const bad = items.filter(({ record }) => record.verdict === 'over').map(({ item }) => item.label);
  return (
    <Card
      title={title}
      hint={[
        bad.length > 0 ? `failed three times, bin it: ${bad.join(', ')}` : 'each with its record',
        ...(kind === 'stick' ? ['simulated'] : []),
      ].join('; ')}
      tools={
        <Button onClick={() => setAdding(true)}>{kind === 'stick' ? 'Add a stick' : 'Add a cable'}</Button>
      }
    >
      {items.length === 0 && <p className="text-soft">None on this bench yet.</p>}
      <ul>
        {items.map((one) => (
          <ItemRow
            key={one.item.label}
            one={one}
            locale={locale}
            act={act}
            onTell={() => setTold(one.item.label)}
          />
        ))}
      </ul>
      {shown && <RecordDialog key={told} told={shown} act={act} onClose={() => setTold(null)} />}
      {adding && <AddItemDialog kind={kind} open act={act} onClose={() => setAdding(false)} />}
    </Card>
  );
}

function ItemRow({
  one,
  locale,
  act,
  onTell,
}: {
  one: DockItem;
  locale: string;
  act: ImageActions;
  onTell: () => void;
}) {
  const { item, content, record, run, fault, takenFor, caseModel, uses } = one;
  const [good, failed] = [count(one, true), count(one, false)];
  const about = [
    item.model,
    item.bytes ? showBytes(item.bytes, { locale }) : null,
    item.writeBytesPerS ? `writes ${showRate(item.writeBytesPerS, locale)}` : null,
    caseModel ? `lies with the ${caseModel}` : null,
  ];
  const last = uses.at(-1);
  const isWrong = content !== null && content.state !== 'matched';
  return (
    <li className="border-t border-dashed border-line py-2 first:border-0">
      <div className="grid items-center gap-x-3 gap-y-1 md:grid-cols-[30px_minmax(0,1.2fr)_minmax(0,1fr)_172px]">
        <BowlSign
          verdict={run || uses.length === 0 ? 'unknown' : isWrong ? 'over' : record.verdict}
          use={record.use}
          size={26}
        />
        <div className="min-w-0">
          <p className="flex flex-wrap items-center gap-x-2">
            <b className="figures rounded border border-ink px-1.5">{item.label}</b>
            <span>{run ? 'being written' : contentWords(one)}</span>
            {takenFor && (
              <span className="text-[0.8125rem] font-semibold text-info">taken for {takenFor}</span>
            )}
          </p>
          <p className="text-[0.8125rem] text-soft">{about.filter(Boolean).join(' · ')}</p>
        </div>
        {run ? (
          <RunBar run={run} label={item.label} />
        ) : (
          <div className="min-w-0 text-[0.875rem]">
            <p className={record.verdict === 'over' ? `font-semibold ${verdictText.over}` : ''}>
              {uses.length === 0 ? 'not used yet' : `worked ${good}, failed ${failed}`}
            </p>
            <p className="text-[0.8125rem] text-soft">{failsWords(one)}</p>
            {last && (
              <p className="truncate text-[0.8125rem] text-soft" title={last.what}>
                last: {last.what}
              </p>
            )}
          </div>
        )}
        <span className="flex flex-wrap justify-end gap-2">
          {run && <Button onClick={() => act({ kind: 'stop-writing', label: item.label })}>Stop</Button>}
          {!run && <Button onClick={onTell}>Record</Button>}
        </span>
      </div>
      <RowFault fault={run ? null : fault} />
    </li>
  );
}
