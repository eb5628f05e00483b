import Link from './link';
import type { BenchCard, BenchColumn, BenchView } from '@/core/job-view';
import { promiseWords } from './promise-words';
import { BowlSign } from './bowl-sign';
import { showDate, showMoment } from './clock';

const columns: { id: BenchColumn; name: string; empty: string }[] = [
  { id: 'hands', name: 'Wants your hands', empty: 'Nothing waits for your hands.' },
  { id: 'machine', name: 'Machine is busy', empty: 'No copy is running.' },
  { id: 'held', name: 'On hold', empty: 'Nothing is held.' },
  { id: 'ready', name: 'Ready to hand over', empty: 'Nothing is ready yet.' },
];

const tag: Record<BenchColumn, string> = {
  hands: 'bg-info-fill',
  machine: 'bg-[#8a5606]',
  held: 'bg-cochineal',
  ready: 'bg-[#1b7261]',
};

function Card({ card, settings }: { card: BenchCard; settings: BenchView['frame']['settings'] }) {
  return (
    <li>
      <Link
        href={`/jobs/${card.id}/${card.station}`}
        className="block rounded-2xl border bg-surface p-3.5 hover:border-line-strong"
      >
        <span className="flex items-center gap-2.5">
          <BowlSign verdict={card.worst?.verdict ?? 'unknown'} use={card.worst?.use ?? null} />
          <span className="font-display text-[17px] font-bold">{card.device}</span>
          <span
            className={`figures ml-auto rounded-lg px-2 py-0.5 font-semibold text-white ${tag[card.column]}`}
          >
            {card.id.slice(2)}
          </span>
        </span>
        <span className="mt-1.5 block font-semibold leading-snug">{card.next}</span>
        <span className="mt-1 block truncate text-[14px] text-soft" dir="auto">
          {card.who}
        </span>
        <span
          className={`mt-0.5 block text-[14px] ${card.promise.verdict === 'over' ? 'font-semibold text-over' : card.promise.verdict === 'tight' ? 'text-tight' : 'text-soft'}`}
        >
          {card.promisedAt ? `${showMoment(card.promisedAt, settings)} · ` : ''}
          {promiseWords(card)}
        </span>
      </Link>
    </li>
  );
}

/** Jobs by what they wait for; the one that is named above to be picked up is not said again. */
export function Bench({ view, pickedUp }: { view: BenchView; pickedUp: string | null }) {
  const { settings } = view.frame;
  return (
    <div className="grid grid-cols-1 gap-4 md:grid-cols-2 xl:grid-cols-4">
      {columns.map((column) => {
        const cards = view.cards.filter((card) => card.column === column.id && card.id !== pickedUp);
        return (
          <section key={column.id} aria-labelledby={`column-${column.id}`}>
            <h2 id={`column-${column.id}`} className="mb-2 text-[16px]">
              {column.name}{' '}
              {cards.length > 0 && <span className="figures font-normal text-soft">{cards.length}</span>}
            </h2>
            {cards.length === 0 ? (
              <p className="rounded-2xl border border-dashed border-line-strong p-3.5 text-soft">
                {column.empty}
              </p>
            ) : (
              <ul className="flex flex-col gap-2.5">
                {cards.map((card) => (
                  <Card key={card.id} card={card} settings={settings} />
                ))}
              </ul>
            )}
          </section>
        );
      })}
    </div>
  );
}

/** Old drives that lie here longer than their owner signed for. */
export function DueDrives({ view }: { view: BenchView }) {
  if (view.dueDrives.length === 0) return null;
  return (
    <section aria-labelledby="due-drives" className="rounded-2xl border border-tight bg-surface p-4">
      <h2 id="due-drives" className="mb-1 text-[16px]">
        Old drives whose term is over
      </h2>
      <ul>
        {view.dueDrives.map(({ id, device, who, until }) => (
          <li key={id} className="border-b border-dashed border-line py-1 last:border-0">
            <Link href={`/jobs/${id}/hand-over`} className="flex min-h-9 items-center gap-3 hover:underline">
              <span className="figures">{id.slice(2)}</span>
              <b>{device}</b>
              <span className="truncate text-soft" dir="auto">
                {who}
              </span>
              <span className="ml-auto shrink-0 text-tight">kept until {until}: give it back or wipe it</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The last jobs that went out. */
export function HandedOver({ view }: { view: BenchView }) {
  if (view.handedOver.length === 0) return null;
  return (
    <section aria-labelledby="handed-over" className="rounded-2xl border bg-surface p-4">
      <h2 id="handed-over" className="mb-1 text-[16px]">
        Handed over
      </h2>
      <ul className="grid grid-cols-1 gap-x-6 md:grid-cols-2">
        {view.handedOver.map((job) => (
          <li key={job.id} className="border-b border-dashed border-line py-1 last:border-0">
            <Link
              href={`/jobs/${job.id}/hand-over`}
              className="flex min-h-9 items-center gap-3 hover:underline"
            >
              <span className="figures">{job.id.slice(2)}</span>
              <b>{job.device}</b>
              <span className="truncate text-soft" dir="auto">
                {job.who}
              </span>
              <span className="ml-auto shrink-0 text-soft">
                {job.handedOverAt ? showDate(job.handedOverAt, view.frame.settings) : ''}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
