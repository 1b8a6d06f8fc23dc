'use client';

import { useMounted } from './use-mounted';

const full = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const utc = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' });

/** A moment, in the reader's own time zone once the page is theirs. */
export function When({ at }: { at: number }) {
  const mounted = useMounted();
  const date = new Date(at);
  return <time dateTime={date.toISOString()}>{(mounted ? full : utc).format(date)}</time>;
}
