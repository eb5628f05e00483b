import type { BenchCard } from '@/core/job-view';
import type { Next } from './next-of';

type Props = {
  next: Next | null;
  /** The job that it is of. */
  card: BenchCard | null;
  /** Who works; null where nobody was picked: then it is the next of all. */
  name: string | null;
  isPlanning: boolean;
};

/** The one next act, big, with its job. */
export function NextAct({ next, card, name, isPlanning }: Props) {
  const whose = name ? `Next for ${name}` : 'Next';
  return (
    <section className="rounded-2xl border-2 border-line-strong bg-surface px-5 py-3 print:hidden">
      <p>
        <span className="text-soft">{next && !next.isNow ? `${whose}, not yet` : whose}</span>
        {next && card && (
          <>
            <span className="text-soft"> · </span>
            <span dir="auto">
              {card.device}, {card.who}
            </span>{' '}
            <span className="figures text-soft">
              {next.jobId} · {next.hint}
            </span>
          </>
        )}
      </p>
      <h2 className="text-[1.875rem] leading-tight">
        {next ? next.title : isPlanning ? 'Planning the day …' : 'Nothing for these hands by the plan'}
      </h2>
    </section>
  );
}
