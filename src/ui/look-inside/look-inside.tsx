'use client';
import dynamic from 'next/dynamic';
import { type ComponentProps, useEffect, useRef, useState } from 'react';
import type { Inspection } from '@/core/disk';
import type { DockCase } from '@/core/part';
import type { Fault } from '@/core/result';
import { showBytes } from '@/core/units';
import { ImageClient } from '@/workers/image-client';
import type { LookedInside } from '@/workers/image-protocol';
import { Button } from '../button';
import { FaultNotice } from '../notice';
import { saveFile } from '../save-file';
import { Card, StationFrame } from '../station-frame';
import { DriveMap } from './drive-map';
import { DropImage } from './drop-image';
import { FoundPartitions } from './found-partitions';
import { HashCard } from './hash-card';

// Loaded once something was looked into.
const OnNewDrive = dynamic(() => import('./on-new-drive').then((m) => m.OnNewDrive), { ssr: false });
const TakePartitions = dynamic(() => import('./take-partitions').then((m) => m.TakePartitions), {
  ssr: false,
});
const CopyTimes = dynamic(() => import('./copy-times').then((m) => m.CopyTimes), { ssr: false });

type State =
  | { kind: 'empty' }
  | { kind: 'reading'; file: File }
  | { kind: 'found'; file: File; found: LookedInside }
  | { kind: 'failed'; fault: Fault };

/** What is on this drive? Answered in the browser from an image of any size. */
export function LookInside({
  cases,
  locale,
  devices,
  onTake,
}: { cases: DockCase[]; locale: string } & Pick<
  ComponentProps<typeof TakePartitions>,
  'devices' | 'onTake'
>) {
  const [client] = useState(() => new ImageClient());
  const [state, setState] = useState<State>({ kind: 'empty' });
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => () => client.stop(), [client]);
  const open = async (file: File) => {
    client.stop('hash');
    setState({ kind: 'reading', file });
    try {
      setState({ kind: 'found', file, found: await client.lookInside(file) });
    } catch {
      client.stop();
      setState({
        kind: 'failed',
        fault: {
          code: 'unreadable',
          sentence: `${file.name} cannot be read.`,
          remedy: 'Is it a file, still in its place, and may this browser read it? Choose it again.',
        },
      });
    }
  };
  const again = () => setState({ kind: 'empty' });
  if (state.kind !== 'found')
    return (
      <StationFrame
        actions={
          <Button kind="main" onClick={() => input.current?.click()} disabled={state.kind === 'reading'}>
            Choose an image
          </Button>
        }
        say="Images of whole drives or of single file systems; compressed ones are unpacked first."
      >
        {state.kind === 'failed' && <FaultNotice fault={state.fault} />}
        {state.kind === 'reading' ? (
          <p role="status" className="rounded-2xl border bg-surface p-6">
            Reading {state.file.name}, {showBytes(state.file.size, { locale })} … Tables and maps of used
            blocks only; this usually takes a moment.
          </p>
        ) : (
          <DropImage onFile={(file) => void open(file)} inputRef={input} />
        )}
      </StationFrame>
    );
  const { file, found } = state;
  const { inspection } = found;
  return (
    <StationFrame
      aside={
        <div className="flex flex-col gap-5">
          {inspection.parts.length > 0 && (
            <CopyTimes bytes={inspection.carriedBytes} cases={cases} locale={locale} />
          )}
          <HashCard
            key={`${file.name}${file.size}${file.lastModified}`}
            file={file}
            client={client}
            locale={locale}
          />
        </div>
      }
      actions={
        <>
          <Button kind="main" onClick={again}>
            Look into another
          </Button>
          <Button
            onClick={() =>
              saveFile('inspection.json', JSON.stringify(inspection, null, 2), 'application/json')
            }
          >
            Save what was found
          </Button>
        </>
      }
      say="The same from the command line: npx jicara inspect IMAGE"
    >
      <Card title={file.name} hint={answer(inspection, locale)}>
        {inspection.faults.map((fault) => (
          <p key={fault} className="mb-1 font-semibold text-over">
            {fault}
          </p>
        ))}
        {inspection.table ? (
          <DriveMap inspection={inspection} map={found.map} locale={locale} />
        ) : (
          <p>
            This is not an image of a drive, or its table and its mirror are both gone. Nothing can be planned
            from it.
          </p>
        )}
        {inspection.parts.length > 0 && <FoundPartitions inspection={inspection} locale={locale} />}
      </Card>
      {found.source && (
        <OnNewDrive
          source={found.source}
          usedByPartition={found.usedByPartition}
          fileName={file.name}
          locale={locale}
        />
      )}
      {found.source && devices.length > 0 && (
        <TakePartitions
          key={file.name}
          source={found.source}
          fileName={file.name}
          locale={locale}
          devices={devices}
          onTake={onTake}
        />
      )}
    </StationFrame>
  );
}

const tables = {
  gpt: 'partition table with headers',
  record: 'older record in sector 0',
  none: 'no table, one file system over all',
};

/** The answer in one line: size, sectors, table, what a copy carries, whether anything is sealed. */
function answer(found: Inspection, locale: string): string {
  const size = (bytes: number) => showBytes(bytes, { locale });
  if (!found.table) return `${size(found.bytes)}, nothing that could be read`;
  const sealed = found.isSealed ? 'encrypted in part' : 'nothing encrypted';
  return `${size(found.bytes)} in ${found.sectorBytes}-byte sectors · ${tables[found.table.kind]} · ${size(found.carriedBytes)} to carry · ${sealed}`;
}
