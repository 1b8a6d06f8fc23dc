import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { parseArgs } from 'node:util';
import { version } from '../../package.json';
import { dayAt, parseDay } from '../core/calendar';
import { LARGEST_FILE, type UploadedFile } from '../core/catalog';
import { compile, type Program } from '../core/compile';
import { checkCatalog, readJsonText, resolutionJson, surroundingsOf } from '../core/exchange';
import { prove } from '../core/judge';
import { Exact } from '../core/number';
import { pricedFor } from '../core/price-lists';
import { type Resolution, resolve, type ResolveContext } from '../core/run';
import { stockView } from '../core/stock';
import { extentOf } from '../services/files/extent';
import { fileTypeOf } from '../services/selling/upload-file';
import { spreadsheetsOut } from '../services/importing/spreadsheets';
import { auditLedger, type LedgerDifference, rebuildLedger } from '../services/stock/ledger/ledger';
import { actingAs } from '../data/log';
import { runCheck } from './check';
import { BadInput, faultLine, openCatalog, readText, type Streams, withDatabase } from './io';

const USAGE = `Usage:
  oak resolve --catalog FILE --product SLUG [--selection FILE|-] [--group KEY] [--today YYYY-MM-DD] [--files DIR]
      prints what the selection resolves to, as JSON; without one, what the defaults resolve to
      --group KEY         as a customer of that group
      --today YYYY-MM-DD  as if it were that day; today in the shop's time zone unless said
      --files DIR         where uploaded files are: an answer names them as they are called there
  oak picture --catalog FILE --product SLUG [--selection FILE|-] [--view KEY] [--png FILE] [--pdf FILE] …
      prints a view of the selection as an SVG document: the first, or the one of that key; without a selection, as the
      defaults have it; takes --group, --today and --files as oak resolve does
      --png FILE          writes it as a PNG, 1600 pixels wide
      --pdf FILE          writes it as a PDF, as large as it really is where the view is true to scale
  oak check --catalog FILE [--strict] [--json]
      lists what is wrong with a catalog, and with what can be selected of it; what is only worth a look is advice
      --strict            advice is as bad as a fault
      --json              as JSON: path, code, gravity and message of each
  oak prove --catalog FILE
      resolves the proofs of its products again, and says which no longer hold
  oak ledger verify [--database URL]
      sums every movement of stock again, and says where a figure is not the sum: of items and of lots
  oak ledger rebuild [--database URL]
      puts the sums in the place of such figures
  oak export FILE [--sheet NAME] [--database URL]
      writes the catalog of the shop: to a file that ends in .zip with its pictures, else as JSON with the pictures in
      a folder beside it; the same catalog is the same file
      --sheet NAME        a spreadsheet in the place of it, as CSV or, where the file ends in .xlsx, a workbook:
                          ${spreadsheetsOut.join(', ')}
  oak import FILE [--plan] [--drafts] [--supplier NAME] [--clashes theirs|ours|both] [--with-faults]
             [--database URL]
      puts a catalog file or a spreadsheet into the shop: all of it, or nothing; what the file doesn't have stays as it
      is
      --plan              only says what it would do
      --drafts            products and sheets come as drafts: the shop stays as it is until they are published
      --supplier NAME     a spreadsheet is this supplier's list: its columns say what they said last time, or what they
                          seem to say, and rows become products with choices and variants
      --clashes WAY       what becomes of what is something else here under the same name; refused unless said
      --with-faults       products with faults come, too; none of them is sold until it is mended
  oak diff A B
      says what differs between two catalog files
  oak backup FILE [--database URL]
      copies everything into a file, orders, ledger and pictures included, while the shop goes on, and looks it through
  oak restore FILE [--replace] [--database URL]
      puts a backup in the place of the database; the shop must not run
      --replace           where there is a database: it is put aside under another name, and never deleted
  oak people list [--database URL]
      lists who works on the manager's side
  oak people first [--origin URL] [--database URL]
      makes the link that makes the first owner, while there is nobody
  oak people invite E-MAIL --name NAME [--roles owner,catalog,stock,orders] [--origin URL] [--database URL]
      lets somebody in: prints a link that signs them in once; without roles they only look
  oak people link E-MAIL [--origin URL] [--database URL]
      prints a new link for somebody, in the place of their password and second factor
      --origin URL        where the shop is reached; http://localhost:3000 unless said
  oak receive --secret SECRET [--port PORT]
      listens as a program would that webhooks tell something, lists what comes, and says whether it is signed

The database is that of --database, or of OAK_KNOT_DATABASE_URL.

Exit status: 0 done; 1 a proof no longer holds, a figure is not its sum, two catalogs differ, or a plan has clashes;
2 the input has faults`;

function readSelection(io: Streams, file: string | undefined): unknown {
  if (file === undefined) return { answers: {} };
  const { value, fault } = readJsonText(readText(io, file, 'selection'));
  if (fault !== undefined) throw new BadInput([`${file}: $: ${fault}`]);
  return value;
}

/** The files of a folder, by name: what each is is told from its content, as in the shop. */
async function filesIn(folder: string | undefined): Promise<ResolveContext['files']> {
  if (folder === undefined) return undefined;
  let names: string[];
  try {
    names = readdirSync(folder);
  } catch {
    throw new BadInput([`${folder}: can’t read the folder of files: there is no such folder`]);
  }
  const known = new Map<string, UploadedFile>();
  for (const name of names) {
    const path = join(folder, name);
    const { size } = statSync(path);
    if (!statSync(path).isFile() || size > LARGEST_FILE) continue;
    const bytes = readFileSync(path);
    const type = fileTypeOf(bytes);
    const extent = type && (await extentOf(bytes, type));
    if (type) known.set(name, { name, type, size, ...(extent && { extent }) });
  }
  return (token) => known.get(token);
}

/** A selection of a product of a catalog, resolved. */
interface Resolved {
  readonly program: Program;
  readonly resolution: Resolution;
}

interface Asked {
  readonly command: Command;
  readonly group?: string;
  readonly today?: string;
  readonly files?: string;
}

/** Resolves one selection. @throws BadInput */
async function resolved(
  io: Streams,
  catalogFile: string,
  slug: string,
  selectionFile: string | undefined,
  { command, group, today, files }: Asked,
): Promise<Resolved> {
  const catalog = openCatalog(io, catalogFile);
  const index = catalog.products.findIndex((candidate) => candidate.slug === slug);
  const product = catalog.products[index];
  if (!product) {
    const known = catalog.products.map((candidate) => candidate.slug).join(', ');
    throw new BadInput([`${catalogFile}: $.products: There is no product “${slug}”. There are: ${known || 'none'}.`]);
  }
  if (group !== undefined && !catalog.shop.groups.some(({ key }) => key === group)) {
    throw new BadInput([
      `oak ${command}: --group ${group}: There is no such customer group. There are: ${catalog.shop.groups.map(({ key }) => key).join(', ') || 'none'}.`,
    ]);
  }
  if (today !== undefined && parseDay(today) === null)
    throw new BadInput([`oak ${command}: --today ${today}: That is not a day. Write it like 2027-03-31.`]);
  const day = today ?? dayAt(new Date(), catalog.shop.timeZone);
  const program = compile(product, pricedFor(surroundingsOf(catalog), group ?? null, day));
  const faults = program.faults.filter(({ gravity }) => gravity === 'mustFix');
  if (faults.length > 0)
    throw new BadInput(
      faults.map((fault) => faultLine(catalogFile, { ...fault, path: ['products', index, ...fault.path] })),
    );
  const stock = catalog.stock.map(({ key, onHand, backorder, leadDays, cutFrom, lots }) => ({
    key,
    late: leadDays === null ? null : { ready: onHand, days: leadDays },
    available: Exact.from(onHand).plus(Exact.from(backorder)).toString(),
    lying: cutFrom && { ...cutFrom, lots: lots.map(({ label, length }, id) => ({ id, label, free: length })) },
  }));
  const context = {
    naming: true,
    stock: stockView(stock),
    today: day,
    group: group ?? null,
    files: await filesIn(files),
  };
  return { program, resolution: resolve(program, readSelection(io, selectionFile), context) };
}

/** Writes a view of one selection: as SVG, or into files. */
async function runPicture(
  io: Streams,
  catalogFile: string,
  { program, resolution }: Resolved,
  { view, png, pdf, files }: { view?: string; png?: string; pdf?: string; files?: string },
): Promise<number> {
  const { views } = program.product;
  if (views.length === 0)
    throw new BadInput([`${catalogFile}: ${program.slug} has no views. Give it one under “views”.`]);
  if (view !== undefined && !views.some(({ key }) => key === view))
    throw new BadInput([
      `oak picture: --view ${view}: There is no such view. There are: ${views.map(({ key }) => key).join(', ')}.`,
    ]);
  // What only pictures need is loaded for them alone.
  const { imagesBeside, typefacesBeside, viewDrawer, workshopSvg } = await import('../services/drawing');
  const [{ forWorkshop }, { pdfOf }, { pngOf }] = await Promise.all([
    import('../core/picture'),
    import('../services/drawing/pdf'),
    import('../services/drawing/raster'),
  ]);
  const draw = await viewDrawer([program], typefacesBeside(dirname(catalogFile)));
  const drawn = [...draw(program, resolutionJson(resolution))];
  const scene = drawn.find((one) => one.view === (view ?? views[0]?.key))?.scene;
  if (!scene) throw new BadInput([`${program.slug}: nothing is to be seen of this view with this selection.`]);
  const read = imagesBeside(dirname(catalogFile), files);
  if (png !== undefined) writeFileSync(png, await pngOf(scene, read, 1600));
  if (pdf !== undefined) writeFileSync(pdf, await pdfOf([forWorkshop(scene)], read));
  if (png === undefined && pdf === undefined) io.write(`${await workshopSvg(scene, read)}\n`);
  return 0;
}

/** Resolves the proofs of a catalog's products again. @returns 1 when one no longer holds */
function runProve(io: Streams, catalogFile: string): number {
  const catalog = openCatalog(io, catalogFile);
  const faults = checkCatalog(catalog);
  if (faults.length > 0) throw new BadInput(faults.map((fault) => faultLine(catalogFile, fault)));
  const surroundings = surroundingsOf(catalog);
  const today = dayAt(new Date(), catalog.shop.timeZone);
  const outcomes = catalog.products.flatMap((product) =>
    prove(compile(product, surroundings), product.proofs, today).map((outcome) => ({ product, ...outcome })),
  );
  for (const { product, proof, differences } of outcomes) {
    for (const { what, expected, found } of differences)
      io.write(`${product.slug}: ${proof.title || proof.key}: ${what} should be ${expected}, is ${found}\n`);
  }
  const broken = outcomes.filter(({ holds }) => !holds).length;
  io.write(`${outcomes.length - broken} of ${outcomes.length} proofs hold\n`);
  return broken > 0 ? 1 : 0;
}

/** Verifies or rebuilds the ledger of a database. @returns 1 when a figure is not its sum */
async function runLedger(io: Streams, action: string | undefined, url: string | undefined): Promise<number> {
  if (action !== 'verify' && action !== 'rebuild')
    throw new BadInput([`oak ledger: say verify or rebuild${action === undefined ? '' : `, not “${action}”`}`]);
  return withDatabase('ledger', url, async (database) => {
    const differences =
      action === 'verify'
        ? await database.atOneMoment((still) => auditLedger(still.read))
        : await database.write(rebuildLedger);
    for (const difference of differences) io.write(`${differenceLine(difference)}\n`);
    if (differences.length === 0) io.write('Every figure is the sum of its movements\n');
    else
      io.write(
        action === 'verify'
          ? `${differences.length} figures are not; oak ledger rebuild puts the sums in their place\n`
          : `${differences.length} figures rebuilt\n`,
      );
    return action === 'verify' && differences.length > 0 ? 1 : 0;
  });
}

function differenceLine(difference: LedgerDifference): string {
  switch (difference.kind) {
    case 'item':
      return `${difference.stock}: on hand ${difference.onHand.kept}, summed up ${difference.onHand.summed}; reserved ${difference.reserved.kept}, summed up ${difference.reserved.summed}`;
    case 'lot':
      return `${difference.stock}, lot ${difference.label}: ${difference.left.kept} left, summed up ${difference.left.summed}`;
    case 'item and lots':
      return `${difference.stock}: on hand ${difference.onHand}, its lots come to ${difference.lots}`;
  }
}

const OPTIONS = {
  catalog: { type: 'string' },
  product: { type: 'string' },
  selection: { type: 'string' },
  group: { type: 'string' },
  today: { type: 'string' },
  files: { type: 'string' },
  database: { type: 'string' },
  view: { type: 'string' },
  png: { type: 'string' },
  pdf: { type: 'string' },
  plan: { type: 'boolean' },
  clashes: { type: 'string' },
  replace: { type: 'boolean' },
  strict: { type: 'boolean' },
  json: { type: 'boolean' },
  'with-faults': { type: 'boolean' },
  sheet: { type: 'string' },
  drafts: { type: 'boolean' },
  supplier: { type: 'string' },
  name: { type: 'string' },
  roles: { type: 'string' },
  origin: { type: 'string' },
  secret: { type: 'string' },
  port: { type: 'string' },
} as const;

type Command =
  | 'resolve'
  | 'picture'
  | 'check'
  | 'prove'
  | 'ledger'
  | 'export'
  | 'import'
  | 'diff'
  | 'backup'
  | 'restore'
  | 'people'
  | 'receive';

/** What each command takes beside its name. */
const TAKES: Readonly<Record<Command, readonly (keyof typeof OPTIONS)[]>> = {
  resolve: ['catalog', 'product', 'selection', 'group', 'today', 'files'],
  picture: ['catalog', 'product', 'selection', 'group', 'today', 'files', 'view', 'png', 'pdf'],
  check: ['catalog', 'strict', 'json'],
  prove: ['catalog'],
  ledger: ['database'],
  export: ['sheet', 'database'],
  import: ['plan', 'drafts', 'supplier', 'clashes', 'with-faults', 'database'],
  diff: [],
  backup: ['database'],
  restore: ['replace', 'database'],
  people: ['name', 'roles', 'origin', 'database'],
  receive: ['secret', 'port'],
};

/** What each command wants beside its options, in words; nothing for those that want none. */
const WANTS: Readonly<Partial<Record<Command, readonly string[]>>> = {
  ledger: ['verify or rebuild'],
  export: ['FILE'],
  import: ['FILE'],
  diff: ['A', 'B'],
  backup: ['FILE'],
  restore: ['FILE'],
  people: ['list, first, invite or link'],
};

const isCommand = (text: string): text is Command => Object.hasOwn(TAKES, text);

function optionsOf(command: Command, rest: readonly string[]) {
  try {
    const { values, positionals } = parseArgs({
      args: [...rest],
      options: OPTIONS,
      strict: true,
      allowPositionals: WANTS[command] !== undefined,
    });
    const taken = TAKES[command] as readonly string[];
    const other = Object.keys(values).find((name) => !taken.includes(name));
    if (other !== undefined)
      throw new Error(
        `it takes no --${other}, but ${taken.map((name) => `--${name}`).join(', ') || WANTS[command]?.join(' and ')}`,
      );
    const wants = WANTS[command] ?? [];
    if (command !== 'ledger' && command !== 'people' && positionals.length !== wants.length)
      throw new Error(`it wants ${wants.join(' and ')}, and ${positionals.length} were given`);
    return { values, positionals };
  } catch (error) {
    throw new BadInput([`oak ${command}: ${error instanceof Error ? error.message : String(error)}`]);
  }
}

/** Runs one command. @returns the exit status */
async function run(io: Streams, args: readonly string[]): Promise<number> {
  const [command, ...rest] = args;
  if (command === undefined || ['--help', '-h', 'help'].includes(command)) {
    io.write(`${USAGE}\n`);
    return command === undefined ? 2 : 0;
  }
  if (command === '--version' || command === '-v') {
    io.write(`oak-knot ${version}\n`);
    return 0;
  }
  if (!isCommand(command))
    throw new BadInput([`oak: there is no command “${command}”; there are ${Object.keys(TAKES).join(', ')}`]);
  const { values, positionals } = optionsOf(command, rest);
  const [first = '', second = ''] = positionals;
  switch (command) {
    case 'ledger':
      return runLedger(io, positionals[0], values.database);
    case 'people':
      return (await import('./people')).runPeople(io, positionals, values);
    case 'receive':
      return (await import('./receive')).runReceive(io, values.secret, values.port);
    case 'backup':
    case 'restore': {
      const { runBackup, runRestore } = await import('./backups');
      return command === 'backup' ? runBackup(io, first, values.database) : runRestore(io, first, values);
    }
    case 'export':
    case 'import':
    case 'diff': {
      // What only whole files need is loaded for them alone.
      const { runDiff, runExport, runImport } = await import('./catalog-files');
      if (command === 'export') return runExport(io, first, values);
      return command === 'import' ? runImport(io, first, values) : runDiff(io, first, second);
    }
  }
  if (!values.catalog) throw new BadInput([`oak ${command}: --catalog FILE is missing`]);
  switch (command) {
    case 'resolve':
    case 'picture': {
      if (!values.product) throw new BadInput([`oak ${command}: --product SLUG is missing`]);
      const found = await resolved(io, values.catalog, values.product, values.selection, { command, ...values });
      if (command === 'picture') return runPicture(io, values.catalog, found, values);
      io.write(`${JSON.stringify(resolutionJson(found.resolution), null, 2)}\n`);
      return 0;
    }
    case 'check':
      return runCheck(io, values.catalog, values);
    case 'prove':
      return runProve(io, values.catalog);
  }
}

/** Whoever sits at the machine: what is done there stands in the log as theirs. */
const COMMAND_LINE = { kind: 'commandLine', id: null, name: 'Command line' } as const;

/** Runs the command line. @param args without the program's name @returns the exit status */
export async function runOak(io: Streams, args: readonly string[]): Promise<number> {
  try {
    return await actingAs(COMMAND_LINE, () => run(io, args));
  } catch (error) {
    if (!(error instanceof BadInput)) throw error;
    io.complain(`${error.lines.join('\n')}\n`);
    return 2;
  }
}
