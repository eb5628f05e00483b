import { frameView, getRuntime } from '@/server';
import { WorkshopScreen } from './workshop-screen';

export const dynamic = 'force-dynamic';

export default async function WorkshopPage() {
  const frame = await frameView(getRuntime());
  return <WorkshopScreen key={JSON.stringify(frame.settings)} frame={frame} />;
}
