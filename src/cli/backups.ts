import { backUp, type BackupFacts, BackupRefused, restore } from '../data/backup';
import { addressOf, asBadInput, type Streams, withDatabase } from './io';

const factsWords = ({ products, orders, movements, pictures }: BackupFacts): string =>
  `${products} products, ${orders} orders, ${movements} movements, ${pictures} pictures`;

const saying = <T>(work: () => Promise<T>): Promise<T> =>
  asBadInput((error) => (error instanceof BackupRefused ? [error.message] : null), work);

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
  const address = addressOf(url);
  return saying(async () => {
    const { facts, aside } = await restore(file, address, { replace, at: new Date() });
    io.write(`${address}: ${factsWords(facts)}\n`);
    if (aside !== null) io.write(`What was there lies in ${aside}\n`);
    return 0;
  });
}
