import type { JobView } from '@/core/job-view';
import { type Wiped, oldDriveLabel, wipedWords } from '@/core/old-drive';
import { practiceNote } from '@/core/sheet';
import { showBytes } from '@/core/units';
import { showMoment } from './clock';

/** A paper that says how an old drive was wiped, who saw it, and what it does not prove. */
export function WipeRecord({ view, wiped }: { view: JobView; wiped: Wiped }) {
  const { job, frame, profile } = view;
  const { settings } = frame;
  const size = (bytes: number) => showBytes(bytes, { locale: settings.locale });
  const old = job.takeIn.oldDrive;
  const rows: [string, string | null][] = [
    ['Drive', `${oldDriveLabel(job)}${job.dock ? `, serial number ${job.dock.old.serial}` : ''}`],
    ['Kind', old && `${old.formFactor}, ${size(old.labelGB * 1e9)}`],
    ['Out of', `${profile.maker} ${profile.name}, serial number ${job.takeIn.serial || 'not given'}`],
    ['How', wipedWords(wiped)],
    [
      'Overwritten',
      wiped.bytes === null
        ? null
        : `at least ${size(wiped.bytes)} that held something; the rest read zero or was never written`,
    ],
    ['When, by whom', `${showMoment(wiped.at, settings)}, ${wiped.by}`],
  ];
  return (
    <article
      aria-label="Record of the wiping"
      className="mx-auto w-full max-w-[800px] bg-white px-4 py-5 text-[0.875rem] text-[#1d1512] shadow-[0_0_0_1px_var(--line)] sm:px-9 sm:py-8 print:max-w-none print:p-0 print:shadow-none"
    >
      <p className="flex justify-between gap-4 text-[#5d4d40]">
        <span>{settings.workshop}</span>
        <span>{job.id}</span>
      </p>
      <h2 className="mt-2 text-[1.6875rem] leading-tight">Record of the wiping of a drive</h2>
      {job.takeIn.practice && <p className="mt-1 font-semibold text-[#8a5606]">{practiceNote}</p>}
      <dl className="mt-4">
        {rows.flatMap(([name, value]) =>
          value
            ? [
                <div key={name} className="grid grid-cols-[140px_1fr] gap-4 border-b border-black/15 py-1.5">
                  <dt className="font-semibold">{name}</dt>
                  <dd className="break-words">{value}</dd>
                </div>,
              ]
            : [],
        )}
      </dl>
      <p className="mt-4">
        What this does not prove: sectors that the drive itself took out of use, and spare blocks of a
        solid-state drive, are out of reach of overwriting and of reading.
      </p>
      <div className="mt-12 grid grid-cols-2 gap-10">
        {['For the workshop', 'The owner'].map((who) => (
          <p key={who} className="border-t border-black/60 pt-1 text-[0.8125rem]">
            {who}, date and signature
          </p>
        ))}
      </div>
    </article>
  );
}
