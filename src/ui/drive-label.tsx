import type { JobView } from '@/core/job-view';
import { oldDriveLabel } from '@/core/old-drive';
import { showBytes } from '@/core/units';

/** A label of 62 × 29 mm: bench number, what the drive is, until when it is kept; its number as a square to read. */
export function DriveLabel({ view, qr }: { view: JobView; qr: string }) {
  const { job, frame } = view;
  const { oldDrive } = job.takeIn;
  const until = job.oldDriveAfter?.until;
  const stands = until
    ? [`kept until ${until}`, 'Do not wipe before.']
    : job.oldDriveAfter
      ? ['kept: no last day', 'Ask before wiping.']
      : job.handedOver
        ? [`old drive: ${job.handedOver.oldDrive}`, 'Ask before wiping.']
        : ['job not finished', 'Do not wipe.'];
  return (
    <figure
      aria-label="Label of the old drive"
      className="flex h-[29mm] w-[62mm] items-center gap-[3mm] overflow-hidden border border-black/50 bg-white p-[2mm] text-[#1d1512] print:border-0"
    >
      <span
        role="img"
        aria-label={`QR code: ${oldDriveLabel(job)}`}
        className="-ml-[2mm] block size-[28mm] shrink-0 [&>svg]:size-full"
        // Drawn by the qrcode package from a label of our own.
        dangerouslySetInnerHTML={{ __html: qr }}
      />
      <figcaption className="min-w-0 text-[0.75rem] leading-tight">
        <b className="figures block text-[1.1875rem]">{oldDriveLabel(job)}</b>
        <span className="figures block">{job.id}</span>
        {oldDrive && (
          <span className="block">
            {oldDrive.formFactor}, {showBytes(oldDrive.labelGB * 1e9, { locale: frame.settings.locale })}
          </span>
        )}
        {stands.map((line) => (
          <span key={line} className="block">
            {line}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}
