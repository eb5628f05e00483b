import type { Place } from '../device';
import { type FormFactor, formFactorOf } from '../part';
import { unsafeValue } from '../result';
import { type Build } from './question';

/** What meets the device's own socket: the adapter where there is one, else the drive. */
export const enteringForm = ({ drive, adapter }: Build): FormFactor =>
  unsafeValue(formFactorOf(adapter?.enters.formFactor ?? drive.formFactor));

export const driveForm = ({ drive }: Build): FormFactor => unsafeValue(formFactorOf(drive.formFactor));

export const formWords = ({ form }: Place): string =>
  form.kind === 'module'
    ? `modules of ${form.standOffsMm.join(' or ')} mm`
    : form.kind === 'card'
      ? 'a card'
      : `a drive of ${form.kind}`;
