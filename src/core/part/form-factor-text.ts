import * as z from 'zod';
import { parseFormFactor } from './form-factor';

/** A form factor as text, refused with what may stand there. */
export const FormFactorText = z
  .string()
  .max(20, 'A form factor is short, such as 2242-S3-M or 3.5-inch.')
  .superRefine((text, context) => {
    const parsed = parseFormFactor(text);
    if (!parsed.ok)
      context.addIssue({ code: 'custom', message: `${parsed.fault.sentence} ${parsed.fault.remedy}` });
  });
