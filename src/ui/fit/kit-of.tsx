import type { ReactNode } from 'react';
import { type KitAsked, kitOf } from '@/core/kit';
import { KitPanel } from './kit-panel';

/** The kit of a build, worked out where it is looked at. */
export const KitOf = ({
  asked,
  locale,
  children,
}: {
  asked: KitAsked;
  locale: string;
  children?: ReactNode;
}) => (
  <KitPanel kit={kitOf(asked)} locale={locale}>
    {children}
  </KitPanel>
);
