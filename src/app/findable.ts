import type { BenchView } from '@/core/job';
import type { Findable } from '@/ui/find-dialog';

/** Jobs as they are found by typing. */
export const findableJobs = (view: BenchView): Findable[] => [
  ...view.cards.map((card) => ({
    href: `/jobs/${card.id}/${card.station}`,
    label: `${card.id} ${card.device}`,
    hint: card.who,
  })),
  ...view.handedOver.map((job) => ({
    href: `/jobs/${job.id}/hand-over`,
    label: `${job.id} ${job.device}`,
    hint: `${job.who}, handed over`,
  })),
];
