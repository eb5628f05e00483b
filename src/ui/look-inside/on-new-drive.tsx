'use client';
import { useMemo, useState } from 'react';
import { type LayoutWish, fillWish, forecastOperations, planLayout } from '@/core/disk';
import type { LayoutSource } from '@/core/job';
import { sectorsFromLabel } from '@/core/part';
import { showBytes } from '@/core/units';
import { Choice } from '../choice';
import { Field } from '../field';
import { LayoutEditor } from '../layout/layout-editor';
import { LayoutFiles } from '../layout/layout-files';
import { Card } from '../station-frame';

type Props = {
  source: LayoutSource;
  usedByPartition: Record<number, number>;
  fileName: string;
  locale: string;
};

/** How the image would lie on another drive, by the gigabytes on its label; to take along as files. */
export function OnNewDrive({ source, usedByPartition, fileName, locale }: Props) {
  const [label, setLabel] = useState('2000');
  const [sectorBytes, setSectorBytes] = useState<'512' | '4096'>(
    source.table.sectorBytes === 4096 ? '4096' : '512',
  );
  const [wish, setWish] = useState<LayoutWish>(fillWish);
  const sectors = sectorsFromLabel(Number(label), Number(sectorBytes) as 512 | 4096);
  const target = useMemo(
    () => (sectors.ok ? { sectors: sectors.value, sectorBytes: Number(sectorBytes) } : null),
    // The result object is new at each render; its number is what counts.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [sectors.ok && sectors.value, sectorBytes],
  );
  const layout = useMemo(
    () => (target ? planLayout(source.table, target, wish, source.rules) : null),
    [source, target, wish],
  );
  return (
    <Card
      title="On another drive"
      hint="to the sector, by the label rule; drag a border or use its arrow keys"
    >
      <div className="mb-2 flex flex-wrap items-end gap-4">
        <Field
          label="Gigabytes on its label"
          className="w-44"
          inputMode="numeric"
          value={label}
          error={sectors.ok ? undefined : sectors.fault.sentence}
          onChange={(event) => setLabel(event.target.value)}
        />
        <Choice
          legend="Its sectors"
          value={sectorBytes}
          onChange={setSectorBytes}
          options={[
            { value: '512', label: '512 bytes' },
            { value: '4096', label: '4096 bytes' },
          ]}
        />
      </div>
      {target && (
        <LayoutEditor
          source={source}
          target={target}
          wish={wish}
          onWish={setWish}
          usedByPartition={usedByPartition}
          oldLabel={`${fileName} · ${showBytes(source.table.driveSectors * source.table.sectorBytes, { locale })}`}
          newLabel={`new drive · ${showBytes(target.sectors * target.sectorBytes, { locale })}`}
          locale={locale}
        />
      )}
      {layout?.ok && (
        <div className="mt-2">
          <LayoutFiles
            layout={layout.value}
            operations={forecastOperations(layout.value, source.rules, usedByPartition, null)}
          />
        </div>
      )}
    </Card>
  );
}
