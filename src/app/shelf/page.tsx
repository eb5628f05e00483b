import { frameView, getRuntime, shelfView } from '@/server';
import { ShelfScreen } from './shelf-screen';

export const dynamic = 'force-dynamic';

/** What is there, and what must come. */
export default async function ShelfPage() {
  const runtime = getRuntime();
  return <ShelfScreen frame={await frameView(runtime)} view={await shelfView(runtime)} />;
}
