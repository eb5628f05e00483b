'use client';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

type Props = {
  title: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** Said to screen readers alone where the content begins with its own words. */
  hideTitle?: boolean;
  /** Nothing behind it can be read: what is typed is read elsewhere. */
  covers?: boolean;
  children: ReactNode;
};

/** A window over the screen: it takes the focus, Escape closes it, and the focus goes back. */
export function DialogFrame({
  title,
  open,
  onOpenChange,
  hideTitle = false,
  covers = false,
  children,
}: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className={`fixed inset-0 z-20 ${covers ? 'bg-lacquer' : 'bg-lacquer/60'}`} />
        <Dialog.Content
          className="fixed left-1/2 top-[12vh] z-30 max-h-[80vh] w-[min(92vw,560px)] -translate-x-1/2 overflow-y-auto rounded-2xl border bg-surface p-5"
          aria-describedby={undefined}
        >
          <Dialog.Title className={hideTitle ? 'sr-only' : 'mb-2 text-xl'}>{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
