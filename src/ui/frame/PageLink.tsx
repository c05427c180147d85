'use client';

import Link from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link to a page of Gorge. Nothing is fetched before it is followed: pages are made anew for everybody who asks, and a shelf
 * of links in view of many people would have the server make pages that nobody opens.
 */
export function PageLink(props: ComponentProps<typeof Link>) {
  return <Link prefetch={false} {...props} />;
}
