import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { checkCatalog, pathText, readCatalog, resolutionJson, surroundingsOf } from '../core/exchange';
import { type Catalog, type Fault } from '../core/catalog';
import { dayAt } from '../core/calendar';
import { Exact } from '../core/number';
import { compile, prove, resolve } from '../core/resolve';
import { lotsOf } from '../core/stock';

const USAGE = `Usage:
  oak resolve --catalog FILE --product SLUG [--selection FILE|-]
      prints what the selection resolves to, as JSON; without one, what the defaults resolve to
  oak check --catalog FILE
      lists what is wrong with a catalog
  oak prove --catalog FILE
      resolves the proofs of its products again, and says which no longer hold

Exit status: 0 done, 1 a proof no longer holds, 2 the input has faults`;

/** Input that can't be used: one line per fault, exit status 2. */
class BadInput extends Error {
  constructor(readonly lines: readonly string[]) {
    super(lines.join('\n'));
  }
}

function readText(file: string, what: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    const code = error instanceof Error && 'code' in error ? String(error.code) : 'unreadable';
    const reason = code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'it is a folder' : code;
    throw new BadInput([`${file}: can’t read the ${what}: ${reason}`]);
  }
}

function faultLine(file: string, { path, message }: Fault): string {
  return `${file}: ${pathText(path)}: ${message}`;
}

function openCatalog(file: string): Catalog {
  const reading = readCatalog(readText(file, 'catalog'));
  if (reading.faults) throw new BadInput(reading.faults.map((fault) => faultLine(file, fault)));
  return reading.catalog;
}

function readSelection(file: string | undefined): unknown {
  if (file === undefined) return { answers: {} };
  try {
    return JSON.parse(readText(file, 'selection'));
  } catch (error) {
    if (error instanceof BadInput) throw error;
    throw new BadInput([`${file}: $: This is not JSON: ${error instanceof Error ? error.message : String(error)}`]);
  }
}

/** Prints the resolution of one selection. */
function runResolve(catalogFile: string, slug: string, selectionFile: string | undefined): number {
  const catalog = openCatalog(catalogFile);
  const index = catalog.products.findIndex((candidate) => candidate.slug === slug);
  const product = catalog.products[index];
  if (!product) {
    const known = catalog.products.map((candidate) => candidate.slug).join(', ');
    throw new BadInput([`${catalogFile}: $.products: There is no product “${slug}”. There are: ${known || 'none'}.`]);
  }
  const program = compile(product, surroundingsOf(catalog));
  const faults = program.faults.filter(({ gravity }) => gravity === 'mustFix');
  if (faults.length > 0) throw new BadInput(faults.map((fault) => faultLine(catalogFile, { ...fault, path: ['products', index, ...fault.path] })));
  const stock = new Map(catalog.stock.map(({ key, onHand, backorder }) => [key, Exact.from(onHand).plus(Exact.from(backorder))]));
  const lots = lotsOf(catalog.stock.map(({ key, cutFrom, lots: there }) => ({ key, lying: cutFrom && { ...cutFrom, lots: there.map(({ label, length }, id) => ({ id, label, free: length })) } })));
  const resolution = resolve(program, readSelection(selectionFile), { levels: (key) => stock.get(key), lots, today: dayAt(new Date(), catalog.shop.timeZone) });
  process.stdout.write(`${JSON.stringify(resolutionJson(resolution), null, 2)}\n`);
  return 0;
}

/** Resolves the proofs of a catalog's products again. @returns 1 when one no longer holds */
function runProve(catalogFile: string): number {
  const catalog = openCatalog(catalogFile);
  const faults = checkCatalog(catalog);
  if (faults.length > 0) throw new BadInput(faults.map((fault) => faultLine(catalogFile, fault)));
  const surroundings = surroundingsOf(catalog);
  const today = dayAt(new Date(), catalog.shop.timeZone);
  const outcomes = catalog.products.flatMap((product) => prove(compile(product, surroundings), product.proofs, today).map((outcome) => ({ product, ...outcome })));
  for (const { product, proof, differences } of outcomes) {
    for (const { what, expected, found } of differences) process.stdout.write(`${product.slug}: ${proof.title || proof.key}: ${what} should be ${expected}, is ${found}\n`);
  }
  const broken = outcomes.filter(({ holds }) => !holds).length;
  process.stdout.write(`${outcomes.length - broken} of ${outcomes.length} proofs hold\n`);
  return broken > 0 ? 1 : 0;
}

/** Lists what is wrong with a catalog. */
function runCheck(catalogFile: string): number {
  const catalog = openCatalog(catalogFile);
  const faults = checkCatalog(catalog);
  if (faults.length > 0) throw new BadInput(faults.map((fault) => faultLine(catalogFile, fault)));
  process.stdout.write(`${catalogFile}: ${catalog.products.length} products, ${catalog.stock.length} stock items, nothing wrong\n`);
  return 0;
}

/** Runs one command. @returns the exit status */
export function run(args: readonly string[]): number {
  const [command, ...rest] = args;
  if (command === undefined || command === '--help' || command === '-h') {
    process.stdout.write(`${USAGE}\n`);
    return command === undefined ? 2 : 0;
  }
  const options = { catalog: { type: 'string' }, product: { type: 'string' }, selection: { type: 'string' } } as const;
  let values: { catalog?: string; product?: string; selection?: string };
  try {
    ({ values } = parseArgs({ args: rest, options, strict: true }));
  } catch (error) {
    throw new BadInput([`oak ${command}: ${error instanceof Error ? error.message : String(error)}`]);
  }
  if (!values.catalog) throw new BadInput([`oak ${command}: --catalog FILE is missing`]);
  switch (command) {
    case 'resolve':
      if (!values.product) throw new BadInput(['oak resolve: --product SLUG is missing']);
      return runResolve(values.catalog, values.product, values.selection);
    case 'check':
      return runCheck(values.catalog);
    case 'prove':
      return runProve(values.catalog);
    default:
      throw new BadInput([`oak: there is no command “${command}”; there are resolve, check and prove`]);
  }
}

try {
  process.exitCode = run(process.argv.slice(2));
} catch (error) {
  if (!(error instanceof BadInput)) throw error;
  process.stderr.write(`${error.lines.join('\n')}\n`);
  process.exitCode = 2;
}
