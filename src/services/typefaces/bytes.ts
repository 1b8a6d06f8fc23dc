import { eq } from 'drizzle-orm';
import { type Queries } from '../../data/database';
import { typefaces } from '../../data/schema';

/** The file of a typeface as it is kept, packed (WOFF); null for none of that hash. */
export async function typefaceBytes(queries: Queries, hash: string): Promise<Buffer | null> {
  const found = await queries.query.typefaces.findFirst({ where: eq(typefaces.hash, hash), columns: { bytes: true } });
  return found?.bytes ?? null;
}
