import { backUp, type BackupFacts, BackupRefused, restore } from '../data/backup';
import { DEFAULT_DATABASE_URL } from '../data/database';
import { BadInput, type Streams, withDatabase } from './io';

const factsWords = ({ products, orders, movements, pictures }: BackupFacts): string =>
  `${products} products, ${orders} orders, ${movements} movements, ${pictures} pictures`;

/** What is refused is input with faults. */
async function saying<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof BackupRefused) throw new BadInput([error.message]);
    throw error;
  }
}

/** Copies the whole shop into a file, while it goes on. */
export async function runBackup(io: Streams, file: string, url: string | undefined): Promise<number> {
  return withDatabase(
    'backup',
    url,
    (database) =>
      saying(async () => {
        io.write(`${file}: ${factsWords(await backUp(database, file))}; looked through, sound\n`);
        return 0;
      }),
    { migrates: false },
  );
}

/** Puts a backup in the place of the shop's database. */
export function runRestore(
  io: Streams,
  file: string,
  { database: url, replace = false }: { database?: string; replace?: boolean },
): Promise<number> {
  const address = url ?? process.env.OAK_KNOT_DATABASE_URL ?? DEFAULT_DATABASE_URL;
  return saying(async () => {
    const { facts, aside } = await restore(file, address, { replace, at: new Date() });
    io.write(`${address}: ${factsWords(facts)}\n`);
    if (aside !== null) io.write(`What was there lies in ${aside}\n`);
    return 0;
  });
}
