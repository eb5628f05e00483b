import type { ReactNode } from 'react';
import { type KitAsked, kitOf } from '@/core/kit';
import type { Trend } from '@/core/price';
import { KitPanel } from './kit-panel';

/** The kit of a build, worked out where it is looked at. */
export const KitOf = ({
  asked,
  trends = {},
  locale,
  children,
}: {
  asked: KitAsked;
  trends?: Readonly<Record<string, Trend>>;
  locale: string;
  children?: ReactNode;
}) => (
  <KitPanel kit={kitOf(asked)} trends={trends} locale={locale}>
    {children}
  </KitPanel>
);
