import type { CopyOrder, CopySide, CopySource, ReadBack } from '@/core/copy';
import type { CopyPlan, Layout } from '@/core/disk';

/** Puts a plan into an order for the drives of these identities. */
export function orderFrom(
  source: CopySource,
  target: CopySide,
  layout: Layout,
  plan: CopyPlan,
  readBack: ReadBack,
): CopyOrder {
  const side = ({ benchLabel, serial, bytes }: CopySide) => ({ benchLabel, serial, bytes });
  return {
    schema: 'jicara.copy-order/3',
    source: { ...side(source), stamp: source.stamp, imageSha256: source.imageSha256 },
    target: side(target),
    sectorBytes: layout.sourceSectorBytes,
    readBack,
    parts: layout.partitions.map(({ number, name }) => ({ number, name: name || `partition ${number}` })),
    spans: plan.spans.map((span) => ({ ...span, zero: span.zero === true })),
    rewrites: plan.rewrites.map(({ what, offset, bytes }) => ({
      what,
      offset,
      base64: Buffer.from(bytes).toString('base64'),
    })),
  };
}
