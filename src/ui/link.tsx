import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link to another page of Jicara. Nothing is fetched before it is followed: what a page shows changes with every act, and each
 * page has two dozen links, which would keep the server busy for nothing.
 */
export default function Link(props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  return <NextLink prefetch={false} {...props} />;
}
