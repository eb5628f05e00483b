import { benchView, getRuntime } from '@/server';
import { BenchScreen } from './bench-screen';

export const dynamic = 'force-dynamic';

export default async function BenchPage() {
  return <BenchScreen view={await benchView(getRuntime())} />;
}
