import { askView, frameView, getRuntime, partsView } from '@/server';
import { AskScreen } from './ask-screen';

export const dynamic = 'force-dynamic';

export default async function AskPage({ searchParams }: { searchParams: Promise<{ q?: string }> }) {
  const runtime = getRuntime();
  const { q } = await searchParams;
  return (
    <AskScreen
      frame={await frameView(runtime)}
      parts={await partsView(runtime)}
      initial={await askView(runtime, (typeof q === 'string' ? q : '').slice(0, 200))}
    />
  );
}
