import type { Day, JobChance, Plan } from '@/core/day';
import { showDuration } from '@/core/units';
import Link from '../link';
import { showMoment } from '../clock';

type Show = { locale: string; timeZone: string };

/** Every job of the day: when it is through, whether its promise holds, what holds it. Those in danger stand first. */
export function DayJobs({
  day,
  plan,
  chances,
  now,
  show,
}: {
  day: Day;
  plan: Plan;
  chances: readonly JobChance[];
  now: string;
  show: Show;
}) {
  const moment = (minutes: number) =>
    showMoment(new Date(Date.parse(now) + minutes * 60_000).toISOString(), show);
  const never = new Set(day.tasks.filter(({ id }) => plan.never.includes(id)).map(({ jobId }) => jobId));
  const rows = day.jobs
    .map((job) => ({ job, chance: chances.find(({ jobId }) => jobId === job.id) }))
    .sort((a, b) => (a.chance?.holds ?? 2) - (b.chance?.holds ?? 2));
  return (
    <ul className="mt-4">
      {rows.map(({ job, chance }) => (
        <li key={job.id} className="border-b border-dashed py-2 last:border-0">
          <div className="flex flex-wrap items-baseline gap-x-4">
            <Link href={`/jobs/${job.id}`} className="font-bold underline-offset-4 hover:underline">
              {job.device} <span className="figures font-normal text-soft">{job.id}</span>
            </Link>
            <span className="text-[14px] text-soft">{job.who}</span>
            <span className="ml-auto text-[14px]">
              {never.has(job.id) ? (
                <b className="text-over">Nobody here can do all of it</b>
              ) : (
                chance && (
                  <>
                    through <b className="figures">{moment(chance.endMin)}</b>, in four cases of five by{' '}
                    <span className="figures">{moment(chance.lateEndMin)}</span>
                  </>
                )
              )}
            </span>
          </div>
          {!never.has(job.id) && chance && job.promisedMin !== null && (
            <p className={`text-[14px] ${job.held === null ? promiseTone(chance) : 'text-tight'}`}>
              <b>{promiseWords(chance)}</b> {job.held !== null && 'Once what holds it is gone. '}
              <span className="text-soft">
                promised {moment(job.promisedMin)}
                {(chance.slackMin ?? 0) > 0 &&
                  `; it may begin ${showDuration((chance.slackMin ?? 0) * 60)} later`}
              </span>
            </p>
          )}
          {job.held && <p className="text-[14px] text-tight">Held: {job.held}</p>}
        </li>
      ))}
    </ul>
  );
}

/** Below these chances a promise is in danger, or as good as broken. */
const sure = 0.9;
const unlikely = 0.2;

const promiseTone = ({ holds }: JobChance): string =>
  holds === null || holds >= sure ? 'text-clear' : holds < unlikely ? 'text-over' : 'text-tight';

function promiseWords({ holds, slackMin }: JobChance): string {
  if (holds === null) return '';
  if (holds >= 0.995) return 'The promise holds.';
  if (holds <= 0.005)
    return `Late by ${showDuration(Math.max(1, -(slackMin ?? 0)) * 60)}: tell the owner now.`;
  return `The promise holds in ${Math.round(holds * 100)} cases of 100.`;
}
