import { Cog, Hand, OctagonPause, PackageCheck } from 'lucide-react';
import type { Day, JobChance, Plan } from '@/core/day';
import type { BenchCard, BenchColumn } from '@/core/job-view';
import { showDuration } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import Link from '../link';
import { type MomentShow, clockOf } from './day-clock';

const states: Record<BenchColumn, { words: string; Icon: typeof Hand; tone: string }> = {
  hands: { words: 'Wants hands', Icon: Hand, tone: 'text-info' },
  machine: { words: 'Runs alone', Icon: Cog, tone: 'text-soft' },
  held: { words: 'Held', Icon: OctagonPause, tone: 'text-over' },
  ready: { words: 'Ready to hand over', Icon: PackageCheck, tone: 'text-clear' },
};

type Props = {
  day: Day;
  cards: readonly BenchCard[];
  /** Null while the day is planned for the first time. */
  planned: { plan: Plan; chances: readonly JobChance[] } | null;
  now: string;
  show: MomentShow;
};

/** Who waits for what: every job with what it wants, when it is through and whether its promise holds; those in danger first. */
export function BenchJobs({ day, cards, planned, now, show }: Props) {
  const { moment } = clockOf(now, show);
  const never = new Set(
    day.tasks.filter(({ id }) => planned?.plan.never.includes(id)).map(({ jobId }) => jobId),
  );
  const rows = cards
    .map((card) => ({
      card,
      job: day.jobs.find(({ id }) => id === card.id),
      chance: planned?.chances.find(({ jobId }) => jobId === card.id),
    }))
    .sort((a, b) => (a.chance?.holds ?? 2) - (b.chance?.holds ?? 2));
  return (
    <section aria-labelledby="waits">
      <h2 id="waits" className="text-[1rem]">
        Who waits for what
      </h2>
      <ul>
        {rows.map(({ card, job, chance }) => {
          const { words, Icon, tone } = states[card.column];
          return (
            <li key={card.id} className="border-b border-dashed last:border-0">
              <Link
                href={`/jobs/${card.id}/${card.station}`}
                className="grid grid-cols-[auto_1fr] items-start gap-x-3 py-2 hover:bg-sunken md:grid-cols-[auto_minmax(0,1fr)_minmax(0,25rem)]"
              >
                <BowlSign verdict={card.worst?.verdict ?? 'unknown'} use={card.worst?.use ?? null} />
                <span className="min-w-0">
                  <span className="flex flex-wrap items-baseline gap-x-2">
                    <b>{card.device}</b> <span className="figures text-soft">{card.id}</span>
                    <span className="min-w-0 truncate text-[0.875rem] text-soft" dir="auto">
                      {card.who}
                    </span>
                  </span>
                  <span className="block text-[0.875rem]">
                    <b className={tone}>
                      <Icon className="inline size-4 align-[-3px]" aria-hidden /> {words}:
                    </b>{' '}
                    {card.next}
                  </span>
                </span>
                <span className="text-[0.875rem] max-md:col-start-2 md:text-right">
                  {never.has(card.id) ? (
                    <b className="text-over">Nobody here can do all of it</b>
                  ) : (
                    chance && (
                      <>
                        through <b className="figures">{moment(chance.endMin)}</b>, 4 of 5 by{' '}
                        <span className="figures">{moment(chance.lateEndMin)}</span>
                      </>
                    )
                  )}
                  {!never.has(card.id) && chance && job && job.promisedMin !== null && (
                    <span className={`block ${job.held === null ? promiseTone(chance) : 'text-tight'}`}>
                      <b>
                        {promiseWords(chance)}
                        {job.held !== null && ' once the hold is gone'}
                      </b>
                      <span className="text-soft">
                        , promised {moment(job.promisedMin)}
                        {(chance.slackMin ?? 0) >= 1 &&
                          `, may begin ${showDuration(Math.round(chance.slackMin ?? 0) * 60)} later`}
                      </span>
                    </span>
                  )}
                  {job && job.promisedMin === null && (
                    <span className="block text-soft">no time promised</span>
                  )}
                </span>
              </Link>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Below these chances a promise is in danger, or as good as broken. */
const sure = 0.9;
const unlikely = 0.2;

const promiseTone = ({ holds }: JobChance): string =>
  holds === null || holds >= sure ? 'text-clear' : holds < unlikely ? 'text-over' : 'text-tight';

function promiseWords({ holds, slackMin }: JobChance): string {
  if (holds === null) return '';
  if (holds >= 0.995) return 'Promise holds';
  if (holds <= 0.005)
    return `Late by ${showDuration(Math.max(1, Math.round(-(slackMin ?? 0))) * 60)}, tell the owner`;
  return `Promise holds ${Math.round(holds * 100)} times in 100`;
}
