import type { JobView } from '@/core/job-view';
import type { Route } from '@/core/route';
import type { StationProps } from './station-props';

/** Another way may be taken until the work has begun in one. */
export const canTurn = ({ job, steps }: JobView): boolean =>
  job.dock === null && !steps.some(({ done }) => done);

export const takeWay = (act: StationProps['act']) => (route: Route) => void act({ kind: 'route', route });
