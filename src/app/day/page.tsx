import { dayView, frameView, getRuntime } from '@/server';
import { DayScreen } from './day-screen';

export const dynamic = 'force-dynamic';

/** What to pick up now, and whether all promises hold. */
export default async function DayPage() {
  const runtime = getRuntime();
  return <DayScreen frame={await frameView(runtime)} view={await dayView(runtime)} />;
}
