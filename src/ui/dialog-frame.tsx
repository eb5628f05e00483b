'use client';
import { Dialog } from 'radix-ui';
import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { Button } from './button';

type Props = {
  title: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** Said to screen readers alone where the content begins with its own words. */
  hideTitle?: boolean;
  /** Nothing behind it can be read: what is typed is read elsewhere. */
  covers?: boolean;
  /** Escape, and a press beside it, ask before what was typed is let go; `held` where something is in it that was not typed. */
  asks?: 'never' | 'typed' | 'held';
  children: ReactNode;
};

const unTyped = ['radio', 'checkbox', 'button', 'file', 'range'];

/** Whether somebody typed: a press on a choice is made again in no time. */
const isTyping = ({ target }: FormEvent) =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !unTyped.includes(target.type));

/** A window over the screen: it takes the focus, Escape closes it, and the focus goes back. */
export function DialogFrame(props: Props) {
  return (
    <Dialog.Root open={props.open} onOpenChange={props.onOpenChange}>
      <Dialog.Portal>
        <Frame {...props} />
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** There while it is open: what was typed the last time is no reason to ask. */
function Frame({ title, onOpenChange, hideTitle = false, covers = false, asks = 'never', children }: Props) {
  const [isTyped, setTyped] = useState(false);
  const [asking, setAsking] = useState(false);
  /** Where the focus was before it was asked. */
  const before = useRef<HTMLElement | null>(null);
  const holds = asks === 'held' || (asks === 'typed' && isTyped);
  const stay = () => {
    setAsking(false);
    before.current?.focus();
  };
  const ask = (event: Event) => {
    if (!holds) return;
    event.preventDefault();
    if (asking) return stay();
    before.current = document.activeElement instanceof HTMLElement ? document.activeElement : null;
    setAsking(true);
  };
  return (
    <>
      <Dialog.Overlay className={`fixed inset-0 z-20 ${covers ? 'bg-lacquer' : 'bg-lacquer/60'}`} />
      <Dialog.Content
        className="fixed left-1/2 top-[12vh] z-30 max-h-[80vh] w-[min(92vw,560px)] -translate-x-1/2 overflow-y-auto rounded-2xl border bg-surface p-5"
        aria-describedby={undefined}
        onInput={(event) => isTyping(event) && setTyped(true)}
        onEscapeKeyDown={ask}
        onInteractOutside={ask}
      >
        <Dialog.Title className={hideTitle ? 'sr-only' : 'mb-2 text-xl'}>{title}</Dialog.Title>
        {children}
        {asking && (
          <div
            role="alertdialog"
            aria-label="Close without saving?"
            className="sticky -bottom-5 -mx-5 -mb-5 mt-4 border-t bg-surface p-5"
          >
            <p className="mb-3">Close without saving? What was entered here is gone then.</p>
            <div className="flex flex-wrap gap-3">
              <Button keyName="Esc" autoFocus onClick={stay}>
                Stay here
              </Button>
              <Button onClick={() => onOpenChange(false)}>Close without saving</Button>
            </div>
          </div>
        )}
      </Dialog.Content>
    </>
  );
}
