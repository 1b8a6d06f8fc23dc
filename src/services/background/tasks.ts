import { type Catalog, type CatalogSurroundings, type Product, type Swatch } from '../../core/catalog';
import { compile } from '../../core/compile';
import {
  importFaults,
  type ImportFault,
  readJsonText,
  readShape,
  type ShapeReading,
  swatchesFromCsv,
} from '../../core/exchange';
import { flatten } from '../../core/flat';
import { prove } from '../../core/judge';
import { nest, type NestedPieces, type Nesting, type NestingSheet } from '../../core/nesting';
import { type Grid, readSpreadsheet, type SpreadsheetReading, type WrittenSpreadsheet } from '../../core/spreadsheet';
import {
  type ListLook,
  type ListMapping,
  type ListReading,
  lookAtList,
  type LookAsked,
  readSupplierList,
} from '../../core/supplier-list';
import {
  planCuts,
  planWritten,
  type StockFigure,
  stockView,
  taskRead,
  THOROUGH,
  type WrittenPlan,
  type WrittenTask,
} from '../../core/stock';
import { problemText } from '../../core/words';
import { type ProductCard } from '../../data/cards';
import { type AnalysisTold, analysisTold } from '../figures/analysis-told';
import { cardOf } from '../figures/card';
import { brokenProof, compareSides, isStopped, type Comparison, type Sides } from '../figures/comparison';
import { type KeepingFault, keepingBack } from '../figures/kept-back';
import { type BelowFloor, type FloorsAsked, newlyBelow } from '../figures/margins';
import { type LargeBody, largeBodies, type LargeBodyName } from '../large-bodies';
import { type OpenedFile, openFile } from '../packing/packed';
import { spreadsheetBytes, type SpreadsheetForm } from '../packing/spreadsheet-out';
import { type PrintedFor, type PrintedProduct, printedProduct } from '../figures/printed-product';
import { cleanDrawing } from './clean-drawing';
import { type MadeTypeface, type WhyNoTypeface } from '../fonts/make-typeface';
import { whyGuessed } from './why-guessed';

/**
 * What may take long, run in threads of its own so that nobody else waits for it. Each takes and gives plain data.
 */

/** Nothing: says that a thread has started. */
export const ready = (_input: null): true => true;

/** An uploaded drawing without anything that could run or call; null where it is none. */
export const drawing = ({ text }: { text: string }): Promise<string | null> => cleanDrawing(text);

/** A font file as the shop keeps it. */
export const typeface = async ({
  bytes,
}: {
  bytes: Uint8Array;
}): Promise<MadeTypeface | { readonly refused: WhyNoTypeface }> =>
  // What reads fonts is large, and few threads ever see one.
  (await import('../fonts/make-typeface')).makeTypeface(bytes);

/** Why a password is guessed soon; null where it is not. */
export const guessing = ({ password, about }: { password: string; about: readonly string[] }): Promise<string | null> =>
  whyGuessed(password, about);

/** A plan that somebody cuts by, looked for as long as it is worth. */
export const cutting = (task: WrittenTask): WrittenPlan => planWritten(planCuts(...taskRead(task), THOROUGH));

/** Pieces laid on sheets. */
export const nesting = ({ pieces, sheet }: { pieces: readonly NestedPieces[]; sheet: NestingSheet }): Nesting =>
  nest(pieces, sheet);

/** A large body, read by its shape; what of it is wrong is said. */
export const body = ({ text, shape }: { text: string; shape: LargeBodyName }): ShapeReading<LargeBody<LargeBodyName>> =>
  readShape(text, largeBodies[shape]);

/** What is wrong with a large text that is no JSON. */
export const jsonFault = ({ text }: { text: string }): string => readJsonText(text).fault ?? '';

/** A catalog file, opened and read. */
export const catalogFile = ({ bytes }: { bytes: Uint8Array }): Promise<OpenedFile> => openFile(bytes);

/** What a spreadsheet makes of a catalog. */
export const spreadsheetChanges = ({ grid, catalog }: { grid: Grid; catalog: Catalog }): SpreadsheetReading =>
  readSpreadsheet(grid, catalog);

/** What a supplier's list makes of a catalog. */
export const supplierList = ({
  grid,
  mapping,
  catalog,
}: {
  grid: Grid;
  mapping: ListMapping;
  catalog: Catalog;
}): ListReading => readSupplierList(grid, mapping, catalog);

/** What a supplier's list says, as it is understood. */
export const listLook = ({ grid, asked, catalog }: { grid: Grid; asked: LookAsked; catalog: Catalog }): ListLook =>
  lookAtList(grid, asked, catalog);

/** What is in the shop, a row for each selection. */
export const flatSelections = ({
  catalog,
  only,
  stock,
  today,
}: {
  catalog: Catalog;
  only: ReadonlySet<string> | null;
  stock: readonly StockFigure[];
  today: string;
}): WrittenSpreadsheet => flatten(catalog, only, { stock: stockView(stock), today, tell: problemText });

/** What is true of all selections of a product. */
export const analysis = ({
  product,
  surroundings,
  today,
}: {
  product: Product;
  surroundings: CatalogSurroundings;
  today: string;
}): AnalysisTold => analysisTold(product, surroundings, today);

/** What a printed price list says of products. */
export const printed = ({
  definitions,
  surroundings,
  printedFor,
}: {
  definitions: readonly Product[];
  surroundings: CatalogSurroundings;
  printedFor: PrintedFor;
}): PrintedProduct[] => definitions.map((definition) => printedProduct(definition, surroundings, printedFor));

/** A spreadsheet as a file. */
export const spreadsheetFile = ({
  written,
  form,
}: {
  written: WrittenSpreadsheet;
  form: SpreadsheetForm;
}): Promise<Uint8Array> => spreadsheetBytes(written, form);

/** What would be wrong after a file has come in. */
export const faultsOfImport = ({
  ours,
  after,
  comes,
}: {
  ours: Catalog;
  after: Catalog;
  comes: Catalog;
}): ImportFault[] => importFaults(ours, after, comes);

export const swatchLines = ({ csv, book }: { csv: string; book: readonly Swatch[] }) => swatchesFromCsv(csv, book);

/** Products before and after a change, one comparison each. */
export const comparisons = ({ sides, today }: { sides: readonly Sides[]; today: string }): Comparison[] =>
  sides.map(({ before, after }) => compareSides(before, after, today));

/** Which products a change stops from being sold. */
export const stopping = ({ sides, today }: { sides: readonly Sides[]; today: string }): boolean[] =>
  sides.map((one) => isStopped(one, today));

/** The proofs of products that no longer hold. */
export const failingProofs = ({
  products,
  surroundings,
  today,
}: {
  products: readonly (Product | null)[];
  surroundings: CatalogSurroundings;
  today: string;
}) =>
  products.map((product) =>
    product && product.proofs.length > 0
      ? prove(compile(product, surroundings), product.proofs, today)
          .filter(({ holds }) => !holds)
          .map(brokenProof)
      : [],
  );

/** What keeps products from being published. */
export const kept = ({
  products,
  surroundings,
}: {
  products: readonly Product[];
  surroundings: CatalogSurroundings;
}): KeepingFault[][] => products.map((product) => keepingBack(product, surroundings));

/** Products that fall below their floor after a change and don't before it. */
export const marginsBelow = (asked: FloorsAsked): BelowFloor[] => newlyBelow(asked);

/** What lists say of products. */
export const cards = ({
  products,
  surroundings,
  today,
}: {
  products: readonly Product[];
  surroundings: CatalogSurroundings;
  today: string;
}): ProductCard[] => products.map((product) => cardOf(product, surroundings, today));
