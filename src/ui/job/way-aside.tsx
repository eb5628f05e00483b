import type { CarryWay } from '@/core/device';
import { showDurationRange } from '@/core/units';

type Props = {
  way: CarryWay | undefined;
  /** What it does not bring across in this job. */
  loses: string[];
  /** Said where the owner wants data kept. */ keeping?: string;
};

/** What a way costs: what the owner loses, how long it takes, what must be at hand. */
export function WayAside({ way, loses, keeping }: Props) {
  if (!way?.possible) return null;
  const minutes = ({ least, most }: { least: number; most: number }) => (
    <b className="figures">{showDurationRange(least * 60, most * 60)}</b>
  );
  return (
    <div className="flex flex-col gap-4">
      <section>
        <h2 className="text-[17px]">The owner loses</h2>
        {loses.length === 0 ? (
          <p>nothing</p>
        ) : (
          <ul className="list-disc pl-5">
            {loses.map((what) => (
              <li key={what}>{what}</li>
            ))}
          </ul>
        )}
        {keeping && <p className="mt-2 font-semibold text-tight">{keeping}</p>}
      </section>
      <section>
        <h2 className="text-[17px]">It takes</h2>
        <p>
          hands {minutes(way.hands)}, alone {minutes(way.alone)}
        </p>
        <p className="text-[14px] text-soft">At hand: {way.needs.join('; ')}.</p>
      </section>
    </div>
  );
}
