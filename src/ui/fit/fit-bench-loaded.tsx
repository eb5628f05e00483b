'use client';
import dynamic from 'next/dynamic';
import { Card, StationFrame } from '../station-frame';

/**
 * The bench of one build, loaded once a page stands: before its drives are ranked there is nothing to work out, so the page need not
 * wait for what works it out.
 */
export const FitBench = dynamic(() => import('./fit-bench').then((m) => m.FitBench), {
  ssr: false,
  loading: () => (
    <StationFrame actions={null}>
      <Card title="Fit">
        <p role="status" className="min-h-60 text-[0.875rem] text-soft">
          The build is worked out…
        </p>
      </Card>
    </StationFrame>
  ),
});
