'use client';

import NextLink from 'next/link';
import { type ComponentProps } from 'react';

/**
 * A way to another page. It is fetched when it is pressed: every page is drawn from the database, so nothing of it can
 * be had beforehand, and each link in sight would ask the server twice for nothing.
 */
export function PageLink(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...props} />;
}
