'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { post } from '@/app/call';
import { LeaveGuard } from '@/app/leave-guard';
import { Shell } from '@/app/shell';
import { type PartKind, partKinds } from '@/core/part';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import type { ImportPreview } from '@/server';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { FileInput } from '@/ui/file-input';
import { FaultNotice } from '@/ui/notice';
import { partName } from '@/ui/parts/figures';
import { kindWords } from '@/ui/parts/kind-words';
import { Card } from '@/ui/station-frame';
import { textOfFile } from '@/ui/text-of-file';
import { useKeys } from '@/ui/use-keys';

/** Quotes grow when a text is sent as JSON: this much surely stays below what the route takes. */
const mostBytes = 8 * 1024 * 1024;
/** What a file can hold: parts of a kind, or what parts cost. */
type FileKind = PartKind | 'prices';
type Preview = { status: 'none' } | { status: 'reading' } | { status: 'ready'; preview: ImportPreview };

/** Brings a file of parts in: every line that is wrong is named with its column and the fix; all of it goes in, or nothing. */
export function ImportScreen({ frame, kind: first }: { frame: FrameView; kind: PartKind }) {
  const router = useRouter();
  const { locale } = frame.settings;
  const [kind, setKind] = useState<FileKind>(first);
  const listed = kind === 'prices' ? first : kind;
  const [text, setText] = useState('');
  const [shown, setShown] = useState<Preview>({ status: 'none' });
  const [fault, setFault] = useState<Fault | null>(null);
  const format = /^\s*[[{]/u.test(text.replace(/^\uFEFF/u, '')) ? 'json' : 'csv';
  const send = async (commit: boolean) => {
    const answered =
      kind === 'prices'
        ? await post<ImportPreview>('/api/prices/import', { text, commit })
        : await post<ImportPreview>('/api/parts/import', { kind, format, text, commit });
    setFault(answered.ok ? null : answered.fault);
    if (answered.ok && answered.value.imported) return router.push(`/parts?kind=${listed}`);
    setShown(answered.ok ? { status: 'ready', preview: answered.value } : { status: 'none' });
  };
  useEffect(() => {
    if (text.trim() === '') return;
    const timer = setTimeout(() => {
      setShown({ status: 'reading' });
      void send(false);
    }, 250);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text, kind]);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const read = await textOfFile(file, 'A catalogue file', mostBytes);
    if (read.ok) return setText(read.value);
    setShown({ status: 'none' });
    setFault(read.fault);
  };
  const back = () => router.push(`/parts?kind=${listed}`);
  const isTyped = text !== '';
  useKeys({ Escape: isTyped ? undefined : back });
  const preview = shown.status === 'ready' && text.trim() !== '' ? shown.preview : null;
  const ready = preview !== null && preview.faults.length === 0;
  return (
    <Shell frame={frame} at="parts">
      {isTyped && <LeaveGuard leave={back} />}
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Import parts</h1>
        <p className="text-soft">looked at first, then all of it or nothing</p>
      </div>
      <main
        className="flex min-h-0 flex-1 flex-col gap-3.5 overflow-y-auto p-5"
        tabIndex={0}
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          void take(event.dataTransfer.files[0]);
        }}
      >
        <div className="flex flex-wrap items-end gap-4">
          <Choice
            legend="What is in the file?"
            value={kind}
            onChange={setKind}
            options={[
              ...partKinds.map((value) => ({ value, label: kindWords[value].many })),
              { value: 'prices' as const, label: 'A price list' },
            ]}
          />
          <FileInput
            words="Choose a file, or drop it here"
            accept=".csv,.json,text/csv,application/json"
            onFile={(file) => void take(file)}
          />
        </div>
        <div>
          <label htmlFor="import-text" className="font-semibold">
            Or paste lines
          </label>
          <textarea
            id="import-text"
            className="figures mt-1 h-36 w-full rounded-xl border border-line-strong bg-surface p-2 text-[0.7812rem]"
            spellCheck={false}
            placeholder={
              kind === 'prices'
                ? 'id;price;currency;seller;date;stock, or maker;model;GB;price'
                : 'id;maker;model;formFactor;protocol;labelGB;sectorBytes;linkGeneration;lanes;read MB/s;write MB/s;kept-up write MB/s;price'
            }
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          {kind === 'prices' ? (
            <p className="text-[0.8125rem] text-soft">
              CSV with commas, semicolons or tabs. Each line names a part of the catalogue by its id, or by
              maker, model and GB; a newer price takes the old one’s place, and every one is kept.{' '}
              <a className="underline underline-offset-4" href="/api/prices/export" download>
                All prices so far
              </a>
            </p>
          ) : (
            <p className="text-[0.8125rem] text-soft">
              CSV with commas, semicolons or tabs, or JSON. Columns are named as in an export, or as in{' '}
              <a className="underline underline-offset-4" href={`/api/schemas/${kind}`}>
                the schema
              </a>
              ; decimal commas are read.
            </p>
          )}
        </div>
        {fault && <FaultNotice fault={fault} />}
        {shown.status === 'reading' && <p role="status">Reading {Math.ceil(text.length / 1024)} KiB…</p>}
        {preview && (
          <Card
            title={
              preview.faults.length === 0
                ? `${preview.good} lines are right`
                : `${preview.faults.length + preview.moreFaults} faults in ${preview.lines} lines`
            }
            hint={
              preview.faults.length === 0
                ? kind === 'prices'
                  ? `${preview.changedIds} parts take on a newer price`
                  : `${preview.newIds} new, ${preview.changedIds} already known and renewed`
                : 'nothing is imported until all of them are mended'
            }
          >
            {preview.faults.length > 0 ? (
              <div className="overflow-x-auto">
                <table className="w-full text-[0.875rem]">
                  <caption className="sr-only">What is wrong, line by line</caption>
                  <thead className="text-left text-soft">
                    <tr>
                      <th scope="col" className="pr-3 font-medium">
                        Line
                      </th>
                      <th scope="col" className="pr-3 font-medium">
                        Column
                      </th>
                      <th scope="col" className="pr-3 font-medium">
                        Fault
                      </th>
                      <th scope="col" className="font-medium">
                        Fix
                      </th>
                    </tr>
                  </thead>
                  <tbody>
                    {preview.faults.map(({ row, column, fault: wrong, fix }) => (
                      <tr key={`${row} ${column} ${wrong}`} className="border-t border-dashed align-top">
                        <td className="figures py-1 pr-3">{row}</td>
                        <td className="figures py-1 pr-3">{column}</td>
                        <td className="py-1 pr-3">{wrong}</td>
                        <td className="py-1 text-soft">{fix}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            ) : (
              <ul className="text-[0.875rem]">
                {preview.sample.map((part) => (
                  <li key={part.id}>{partName(part, locale)}</li>
                ))}
                {preview.good > preview.sample.length && (
                  <li className="text-soft">and {preview.good - preview.sample.length} more</li>
                )}
              </ul>
            )}
          </Card>
        )}
      </main>
      <div
        data-print="no"
        className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2"
      >
        <Button kind="main" disabled={!ready} onClick={() => void send(true)}>
          {ready ? `Import ${preview.good}` : 'Import'}
        </Button>
        <Button keyName="Esc" onClick={back}>
          Back to the list
        </Button>
      </div>
    </Shell>
  );
}
