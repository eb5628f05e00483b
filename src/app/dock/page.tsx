import { dockView, getRuntime } from '@/server';
import { DockScreen } from './dock-screen';

export const dynamic = 'force-dynamic';

export default async function DockPage() {
  return <DockScreen initial={await dockView(getRuntime())} />;
}
