import { lt } from 'drizzle-orm';
import { type Catalog } from '../../core/catalog';
import { type ClashWay, onlyThings, type PlannedThing, thingName, thingNames, wayOf } from '../../core/compared';
import { catalogText } from '../../core/exchange';
import { counted } from '../../core/words';
import { type Queries } from '../../data/database';
import { catalogImports } from '../../data/schema';
import { type Services } from '../context';
import { Refusal } from '../refusal';
import { storeFilesOf } from './files-of-catalog';
import { faultsOf, type ImportFile, type ImportWish, MOST_TRIES, worked, type WorkedOut, writeIfStill } from './import';
import { UNWATCHED, type Watch } from './watched';
import { writeIncoming } from './write';
import { log } from '../../data/log';

/** What has come in. */
export interface ImportDone {
  /** null where nothing was to be done */
  readonly id: number | null;
  readonly words: string;
}

/** Of so many imports it is kept what was there before. */
const MOST_KEPT = 10;

const LONGEST_NAME = 200;

/**
 * Lets a file come in: all of it, or nothing. What it would make faulty is refused; what has been changed since it was
 * looked at, too.
 *
 * @param watch is told how far it has come, and may stop it as long as it is not all there
 * @throws Refusal 409 `clashes` where something else has a name that the file has, and nobody said what is right;
 *   409 `changedMeanwhile`; 422 `importFaulty` with what is wrong and where
 */
export async function importFile(
  context: Services,
  file: ImportFile,
  wish: ImportWish,
  watch: Watch = UNWATCHED,
): Promise<ImportDone> {
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    watch.tell({ doing: 'comparing' });
    await watch.goOn();
    const found = await worked(context, file, wish);
    if (wish.seen !== undefined && wish.seen !== found.seen) throw moved();
    requireDecided(found.things, wish);
    watch.tell({ doing: 'checking' });
    await watch.goOn();
    const faults = (await faultsOf(found)).filter(({ list }) => !(wish.withFaults && list === 'products'));
    const [first] = faults;
    if (first)
      throw new Refusal(
        422,
        'importFaulty',
        `Nothing was imported. ${first.title === '' ? '' : `${first.title}: `}${first.message}${faults.length > 1 ? ` (and ${counted(faults.length - 1, 'more thing', 'more things')})` : ''}`,
        { faults },
      );
    const coming = found.things.filter((thing) => found.ways.get(thingName(thing)) !== 'ours');
    if (coming.length === 0) return { id: null, words: 'Nothing differs: the shop has all of it already' };
    const kept = { name: file.name.slice(0, LONGEST_NAME), words: wordsOf(coming, found.ways), ...sidesOf(found) };
    const done = await writeIfStill(context, found.seen, async (transaction) => {
      const at = context.now();
      await log(transaction, at, { what: 'imported', kind: 'file', title: kept.name, changes: [kept.words] });
      await storeFilesOf(transaction, file.files, at);
      await writeIncoming(transaction, at, found.comes, found.after, watch);
      return remember(transaction, at, kept);
    });
    if (done !== null) return { id: done, words: kept.words };
  }
  throw moved();
}

const moved = () =>
  new Refusal(409, 'changedMeanwhile', 'The catalog has been changed since you looked at the plan. Look at it again.');

/** @throws Refusal 409 `clashes` */
function requireDecided(things: readonly PlannedThing[], { decisions, clashes }: ImportWish): void {
  const open = things.filter((thing) => wayOf(thing, decisions, clashes) === null);
  const [first] = open;
  if (first)
    throw new Refusal(
      409,
      'clashes',
      `${open.length === 1 ? 'One thing is' : `${open.length} things are`} something else here: ${first.title || first.key}${first.ours === undefined ? '' : ` is called ${first.ours} here`}. Choose the file’s, yours, or both.`,
      { clashes: open.map(thingName) },
    );
}

/** In words what has come: `12 new, 3 changed`. */
function wordsOf(coming: readonly PlannedThing[], ways: ReadonlyMap<string, ClashWay>): string {
  const fresh = coming.filter((thing) => thing.what === 'new' || ways.get(thingName(thing)) === 'both').length;
  const changed = coming.length - fresh;
  return [fresh > 0 ? `${fresh} new` : '', changed > 0 ? `${changed} changed` : ''].filter(Boolean).join(', ');
}

/** What an import changes, as it was before and as it is then: written down before anybody waits for it. */
function sidesOf({ ours, after, comes }: Pick<WorkedOut, 'ours' | 'after' | 'comes'>) {
  const touched = thingNames(comes);
  const textOf = (catalog: Catalog): string =>
    [...catalogText(onlyThings(catalog, (thing) => touched.has(thing)))].join('');
  return { former: textOf(ours), came: textOf(after) };
}

/** Keeps what was there before and what is there now, and forgets much earlier ones. @returns its number */
async function remember(
  transaction: Queries,
  at: Date,
  kept: { readonly name: string; readonly words: string; readonly former: string; readonly came: string },
): Promise<number> {
  const [row] = await transaction
    .insert(catalogImports)
    .values({ ...kept, at })
    .returning({ id: catalogImports.id });
  const id = row?.id ?? 0;
  await transaction
    .update(catalogImports)
    .set({ former: null, came: null })
    .where(lt(catalogImports.id, id - MOST_KEPT + 1));
  return id;
}
