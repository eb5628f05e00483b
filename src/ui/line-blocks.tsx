'use client';
import { useState } from 'react';
import { type LineBlock, linesText } from '@/core/copy';
import { Button } from './button';

/** Lines of the system's tools, one block for each thing that is done, for copying and printing. */
export function LineBlocks({ blocks }: { blocks: LineBlock[] }) {
  return (
    <ol className="flex flex-col gap-4">
      {blocks.map((block) => (
        <li key={block.title} className="break-inside-avoid">
          <Lines block={block} />
        </li>
      ))}
    </ol>
  );
}

function Lines({ block }: { block: LineBlock }) {
  const [copied, setCopied] = useState<'yes' | 'no' | null>(null);
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(linesText(block));
      setCopied('yes');
    } catch {
      setCopied('no');
    }
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="text-[1rem]">{block.title}</h3>
        <span className="print:hidden">
          <Button onClick={() => void copy()}>Copy the lines</Button>
        </span>
        <span role="status" className="text-[0.875rem] text-soft print:hidden">
          {copied === 'yes'
            ? 'Copied.'
            : copied === 'no'
              ? 'The browser does not let it: mark them and copy.'
              : ''}
        </span>
      </div>
      <p className="my-1 max-w-[80ch] text-[0.875rem]">{block.does}</p>
      <pre
        tabIndex={0}
        aria-label={`Lines: ${block.title}`}
        className="figures overflow-x-auto whitespace-pre-wrap break-words rounded-xl border bg-sunken px-3 py-2 text-[0.8438rem] leading-relaxed"
      >
        {block.lines.join('\n')}
      </pre>
      {block.expects && <p className="mt-1 text-[0.875rem] text-soft">{block.expects}</p>}
    </>
  );
}
