import * as z from 'zod';

/** Identity of a drive as its sidecar says; checked again at the first write. */
export const DriveIdentity = z.object({
  schema: z.literal('jicara.dock-drive/1'),
  benchLabel: z.string().regex(/^[A-Z]{2}-\d{4,6}$/u),
  serial: z.string(),
  model: z.string(),
  bytes: z.int().positive(),
  sectorBytes: z.int().positive(),
  jobId: z.string(),
  role: z.enum(['old', 'new', 'stick']),
  /** The image file that it is, by its path; null for a simulated drive. */
  file: z.string().nullable().default(null),
});
export type DriveIdentity = z.infer<typeof DriveIdentity>;

/** An identity as its sidecar says; one that does not read is no drive that can be used. */
export function parseIdentity(text: string): DriveIdentity | null {
  try {
    return DriveIdentity.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}
