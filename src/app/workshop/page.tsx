import { findableJobs } from '@/app/findable';
import { benchView, getRuntime } from '@/server';
import { WorkshopScreen } from './workshop-screen';

export const dynamic = 'force-dynamic';

export default async function WorkshopPage() {
  const view = await benchView(getRuntime());
  return (
    <WorkshopScreen
      key={JSON.stringify(view.frame.settings)}
      frame={view.frame}
      hasProfiles={view.hasProfiles}
      jobs={findableJobs(view)}
    />
  );
}
