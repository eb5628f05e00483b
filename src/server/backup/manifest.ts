import * as z from 'zod';

/** A name in an archive: relative, forwards, never out of it. */
const ArchivePath = z
  .string()
  .max(300)
  .regex(/^(?!\/)(?!.*(^|\/)\.\.?(\/|$))[^\\\0]+$/u);

/** Photos and spoken notes of jobs, and photos of maps, by what their files are called. */
export const photoName = /^(P-\d{4,9}\.(jpg|webm|ogg|m4a|mp3|wav)|F-[0-9a-f]{64}\.jpg)$/u;

/**
 * What a backup holds, `backup.json` in its archive: each file with its size and SHA-256. `full` holds photos and an export in
 * open formats too; `daily` the database alone, with the names of the photos that lie beside it once for all days.
 */
export const BackupManifest = z.object({
  schema: z.literal('jicara.backup/1'),
  kind: z.enum(['full', 'daily']),
  at: z.iso.datetime(),
  workshop: z.string(),
  /** How many migrations its database has seen. */
  migrations: z.int().nonnegative(),
  photos: z.array(z.string().regex(photoName)),
  files: z.array(
    z.object({
      path: ArchivePath,
      bytes: z.int().nonnegative(),
      sha256: z.string().regex(/^[0-9a-f]{64}$/u),
    }),
  ),
});
export type BackupManifest = z.infer<typeof BackupManifest>;

export const manifestName = 'backup.json';
