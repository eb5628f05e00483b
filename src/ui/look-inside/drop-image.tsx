'use client';
import { HardDrive } from 'lucide-react';
import { type DragEvent, useState } from 'react';

/** Where an image is dropped or chosen. */
export function DropImage({
  onFile,
  inputRef,
}: {
  onFile: (file: File) => void;
  inputRef: React.RefObject<HTMLInputElement | null>;
}) {
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const file = event.dataTransfer.files[0];
    if (file) onFile(file);
  };
  return (
    <label
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      className={`flex min-h-72 flex-1 cursor-pointer flex-col items-center justify-center gap-2 rounded-2xl border-2 border-dashed p-6 text-center has-[:focus-visible]:outline-3 has-[:focus-visible]:outline-info ${over ? 'border-info bg-info-ground' : 'border-line-strong bg-surface'}`}
    >
      <HardDrive className="size-10 text-soft" aria-hidden />
      <span className="font-display text-[1.375rem] font-bold">Drop an image of a drive here</span>
      <span>or choose one: a raw image of any size, of a whole drive or of one file system</span>
      <span className="text-[0.875rem] text-soft">
        It is read on this machine, only where it must be; nothing is sent anywhere.
      </span>
      <input
        ref={inputRef}
        type="file"
        className="sr-only"
        aria-label="Image to look into"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </label>
  );
}
