'use client';
import { Command } from 'cmdk';
import { DialogFrame } from './dialog-frame';

export type Findable = { href: string; label: string; hint: string };

/** Find anything: jobs and screens, by typing. */
export function FindDialog({
  open,
  onOpenChange,
  items,
  onGo,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  items: Findable[];
  onGo: (href: string) => void;
}) {
  return (
    <DialogFrame title="Find" open={open} onOpenChange={onOpenChange} hideTitle>
      <Command label="Find a job or a screen" loop>
        <Command.Input
          placeholder="Job, device, owner or screen"
          className="h-12 w-full rounded-lg border border-line-strong bg-ground px-3 text-lg"
        />
        <Command.List className="mt-2 max-h-80 overflow-y-auto">
          <Command.Empty className="px-3 py-4 text-soft">
            Nothing of that name is here. Try a job number such as 0412.
          </Command.Empty>
          {items.map((item) => (
            <Command.Item
              key={item.href}
              value={`${item.label} ${item.hint} ${item.href}`}
              onSelect={() => onGo(item.href)}
              className="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded-lg px-3 aria-selected:bg-sunken"
            >
              <span className="font-semibold">{item.label}</span>
              <span className="truncate text-soft">{item.hint}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </DialogFrame>
  );
}
