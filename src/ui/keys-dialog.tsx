'use client';
import { Dialog } from 'radix-ui';
import { Button } from './button';
import { KeyCap } from './key-cap';
import { DialogFrame } from './dialog-frame';

const groups: [string, [string, string][]][] = [
  [
    'Everywhere',
    [
      ['Enter', 'the main action of the screen'],
      ['/', 'find a job or a screen'],
      ['?', 'this list'],
      ['Tab', 'to the next thing'],
    ],
  ],
  [
    'On the bench',
    [
      ['T', 'take in a device'],
      ['Enter', 'go to the next act of the plan'],
      ['← →', 'pin the work that has the focus earlier or later'],
      ['↑ ↓', 'pin it to another person'],
      ['P', 'pin it where it stands, or take its pin out'],
    ],
  ],
  [
    'Ask, Parts, Devices',
    [
      ['J', 'take in what was asked about'],
      ['P', 'print the answer'],
      ['A', 'add a part'],
      ['C', 'compare the ticked ones'],
      ['E', 'edit this part'],
      ['F', 'to the search'],
      ['Esc', 'back to the list'],
    ],
  ],
  [
    'Data, Look inside',
    [
      ['← →', 'move the border that has the focus by 1 GiB'],
      ['Shift ← →', 'by 1 MiB'],
      ['Home End', 'as far as it goes'],
    ],
  ],
  [
    'In a job',
    [
      ['Space', 'step done (a held pedal repeats nothing)'],
      ['Backspace', 'take the last step back'],
      ['S', 'stuck: what to try'],
      ['N', 'note'],
      ['[ and ]', 'station before and after'],
    ],
  ],
];

/** The list of keys. */
export function KeysDialog({
  open,
  onOpenChange,
  letters,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  letters: boolean;
}) {
  return (
    <DialogFrame title="Keys" open={open} onOpenChange={onOpenChange}>
      {groups.map(([name, keys]) => (
        <section key={name} className="mt-4">
          <h3 className="text-[0.8125rem] text-soft">{name}</h3>
          <dl className="mt-1 grid grid-cols-[110px_1fr] gap-x-3 gap-y-1.5">
            {keys.map(([key, what]) => (
              <div key={key} className="contents">
                <dt>
                  <KeyCap>{key}</KeyCap>
                  <span className="sr-only">{key}</span>
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
      {!letters && (
        <p className="mt-4 text-soft">Single letters are switched off in the workshop’s settings.</p>
      )}
      <div className="mt-5">
        <Dialog.Close asChild>
          <Button keyName="Esc">Close</Button>
        </Dialog.Close>
      </div>
    </DialogFrame>
  );
}
