import { Announced } from './announced';

interface Props {
  found: number;
  /** which page is shown, from 1 */
  page: number;
  pages: number;
}

/** Tells those who listen how much of a list is found, once what is looked for stays so. */
export function Found({ found, page, pages }: Props) {
  const at = pages > 1 ? `, page ${page} of ${pages}` : '';
  return <Announced text={found === 0 ? 'Nothing found' : `${found} found${at}`} />;
}
