import type { CarryWay } from '@/core/device';
import { showDurationRange } from '@/core/units';

type Props = {
  way: CarryWay | undefined;
  /** What it does not bring across in this job. */
  loses: string[];
  /** Said where the owner wants data kept. */ keeping?: string;
};

/** What a way costs: how long it takes, what must be at hand. */
export function WayAside({ way, loses, keeping }: Props) {
  if (!way?.possible) return null;
  const minutes = ({ least, most }: { least: number; most: number }) => (
    <b className="figures">{showDurationRange(least * 60, most * 60)}</b>
  );
  return (
    <div className="flex flex-col gap-4">
      {/* What does not come across stands beside it, item by item. */}
      {loses.length === 0 && <p>The owner loses nothing.</p>}
      {keeping && <p className="font-semibold text-tight">{keeping}</p>}
      <section>
        <h2 className="text-[1.0625rem]">It takes</h2>
        <p>
          hands {minutes(way.hands)}, alone {minutes(way.alone)}
        </p>
        <p className="text-[0.875rem] text-soft">At hand: {way.needs.join('; ')}.</p>
      </section>
    </div>
  );
}
