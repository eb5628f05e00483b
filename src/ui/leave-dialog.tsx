import { Button } from './button';
import { DialogFrame } from './dialog-frame';

type Props = { stay: () => void; leave: () => void };

/** Asked before what was typed and not saved is let go. */
export function LeaveDialog({ stay, leave }: Props) {
  return (
    <DialogFrame title="Leave without saving?" open onOpenChange={(open) => !open && stay()}>
      <p>What was typed on this screen is not saved, and is gone then.</p>
      <div className="mt-3 flex flex-wrap gap-3">
        <Button kind="main" keyName="Esc" onClick={stay}>
          Stay here
        </Button>
        <Button onClick={leave}>Leave without saving</Button>
      </div>
    </DialogFrame>
  );
}
