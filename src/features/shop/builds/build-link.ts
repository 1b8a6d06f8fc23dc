import { type Selection, selectionSchema } from '@/core/selection';

const NAME = 'build';

/**
 * The address of a product's page with everything chosen. It stands behind the #, so that it reaches no server and no
 * log.
 */
export function buildLink(page: string, selection: Selection): string {
  const bytes = new TextEncoder().encode(JSON.stringify(selection));
  const text = btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''));
  return `${page}#${NAME}=${text.replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '')}`;
}

/**
 * What an address has chosen. It may be anything: what of it is right, the page says.
 *
 * @param hash of an address, with its #
 * @returns null where it says nothing; undefined where what it says can't be read
 */
export function builtBy(hash: string): Selection | null | undefined {
  const said = new URLSearchParams(hash.replace(/^#/, '')).get(NAME);
  if (said === null) return null;
  try {
    const bytes = Uint8Array.from(atob(said.replaceAll('-', '+').replaceAll('_', '/')), (sign) => sign.charCodeAt(0));
    const { data } = selectionSchema.safeParse(JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)));
    return (
      data && {
        answers: data.answers,
        ...(data.quantity !== undefined && { quantity: data.quantity }),
        ...(data.parts && { parts: data.parts }),
      }
    );
  } catch {
    return undefined;
  }
}
