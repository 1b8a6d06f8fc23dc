/** The query of an address: what says nothing is left out, so that the same is always asked in the same words. */
export function queryOf(said: Readonly<Record<string, string>>): string {
  const params = Object.entries(said).filter(([, value]) => value !== '');
  return new URLSearchParams(params).toString();
}

/** What is asked of a list, in the words of an address: what is usual is not said. */
export const listQuery = ({ page, ...said }: Readonly<Record<string, string>>): string =>
  queryOf({ ...said, page: page === undefined || page === '1' ? '' : page });
