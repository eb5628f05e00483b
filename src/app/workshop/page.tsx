import { dailyBackups, frameView, getRuntime } from '@/server';
import { WorkshopScreen } from './workshop-screen';

export const dynamic = 'force-dynamic';

export default async function WorkshopPage() {
  const runtime = getRuntime();
  const frame = await frameView(runtime);
  const days = (await dailyBackups(runtime.dataFolder)).map(({ at }) => at);
  return <WorkshopScreen key={JSON.stringify(frame.settings)} frame={frame} days={days} />;
}
