import { type Layout, type Operation, layoutDocument, tableFiles } from '@/core/disk';
import { Button } from '../button';
import { saveFile } from '../save-file';

/** A layout to take along: as JSON with its operations, and the sectors that its table fills. */
export function LayoutFiles({ layout, operations }: { layout: Layout; operations: Operation[] }) {
  const saveSectors = (end: 'head' | 'tail', name: string) => {
    const files = tableFiles(layout);
    if (files) saveFile(name, files[end], 'application/octet-stream');
  };
  return (
    <div className="flex flex-wrap gap-2">
      <Button
        onClick={() =>
          saveFile(
            'layout.json',
            JSON.stringify(layoutDocument(layout, operations), null, 2),
            'application/json',
          )
        }
      >
        Save the layout
      </Button>
      {layout.kind === 'gpt' && (
        <>
          <Button onClick={() => saveSectors('head', 'first-sectors.bin')}>First sectors</Button>
          <Button onClick={() => saveSectors('tail', 'last-sectors.bin')}>Last sectors</Button>
        </>
      )}
    </div>
  );
}
