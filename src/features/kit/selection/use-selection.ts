'use client';

import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { type Change } from '@/core/analysis';
import {
  type CatalogSurroundings,
  type Choice,
  fileProblem,
  type FileType,
  fileTypes,
  type Product,
  type QuantityFrom,
  type UploadedFile,
} from '@/core/catalog';
import { compile, type Program } from '@/core/compile';
import { type PortableSurroundings, type ResolutionJson, resolutionJson, unpackSurroundings } from '@/core/exchange';
import { type Exact } from '@/core/number';
import { pricedFor } from '@/core/price-lists';
import { formatQuantity, readNumber } from '@/core/quantity';
import {
  bookedIn,
  type BookedPieces,
  type BreakRow,
  breakRows,
  type Cost,
  type CostOf,
  firstQuantity,
  moreForLess,
  type MoreForLess,
  type Resolution,
  resolve,
} from '@/core/run';
import { type Selection } from '@/core/selection';
import { type LyingInLots, missingFor, mustBeAsked, stockView } from '@/core/stock';
import { problemText } from '@/core/words';
import { useAtRest } from '@/ui/typing';
import { type PageContext } from './control';
import {
  type GivenPart,
  type GivenParts,
  NO_PARTS,
  NOTHING_GONE,
  type PartsHolder,
  partsWith,
  selectionOf,
} from './given-parts';
import { changedAnswers, pageOf, withoutDeadEnds } from './page-of';
import { type Answers } from './selection-form';
import { useAsked } from './use-asked';
import { useOutlook } from './use-outlook';

/** What a browser knows of a stock item. */
export interface KnownStock {
  readonly key: string;
  readonly title: string;
  readonly unit: string;
  /** null for plenty */
  readonly available: string | null;
  /** how it lies in lots; absent or null where any quantity can be taken */
  readonly lying?: LyingInLots | null;
  /** how much is there already, and how long more takes; absent or null where nobody says */
  readonly late?: { readonly ready: string; readonly days: number } | null;
}

/** What the manager's side knows of a stock item. */
export interface StockView extends KnownStock {
  readonly available: string;
  readonly onHand?: string;
  /** put away: offered nowhere any more */
  readonly archived?: boolean;
  /** what one unit costs; null while nobody knows */
  readonly cost?: string | null;
}

/** Puts together what compiling needs from what the server sent. */
export function useSurroundings(portable: PortableSurroundings, stock: readonly KnownStock[]): CatalogSurroundings {
  return useMemo(
    () =>
      unpackSurroundings(
        portable,
        new Map(stock.map(({ key, title, unit, lying }) => [key, { title, unit, cutFrom: lying ?? null }])),
      ),
    [portable, stock],
  );
}

/** What a selection depends on beside the product. */
export interface SelectionOptions {
  readonly today: string;
  /** key of the customer group it is made for */
  readonly group: string | null;
  /** whether what things cost is known and wanted: on the manager's side alone */
  readonly costs?: CostOf;
  /** what is booked of what is not counted; null or absent where nobody asks */
  readonly booked?: readonly BookedPieces[] | null;
  /** sends a file to the server; absent where it stays in the window */
  readonly upload?: (product: string, choice: string, file: File) => Promise<{ token: string } & UploadedFile>;
  /** asks whoever knows all of stock what is wrong with a selection; absent where everything is known here */
  readonly ask?: (selection: Selection, signal: AbortSignal) => Promise<ResolutionJson['problems']>;
  /** what it begins with; absent where nothing is chosen yet */
  readonly begin?: Begun;
}

/** What a selection begins with, and the files that it names. */
export interface Begun {
  readonly selection: Selection;
  readonly files: readonly (readonly [token: string, file: UploadedFile])[];
}

export interface SelectionState extends PartsHolder {
  /** at the prices that hold for whom and when the selection is made */
  readonly program: Program;
  /** at the usual prices */
  readonly usual: Program;
  readonly answers: Answers;
  /** as typed */
  readonly quantityText: string;
  /** what has been chosen; null where nothing has, and everything is as it comes */
  readonly chosen: Selection | null;
  readonly resolution: ResolutionJson;
  /**
   * what would have to come in for so many more than can be supplied; nothing where nothing limits, or of stock is not
   * known
   */
  missing(more: number): readonly { readonly title: string; readonly words: string }[];
  readonly page: PageContext;
  /** answers that don't go together: the fewest to change so that the one given last can stay; empty where they do */
  readonly changes: readonly Change[];
  /** who has the word about the quantity */
  readonly quantityFrom: QuantityFrom;
  /** what one costs to supply, and is sold for; null where nobody is to know, or while there is no price */
  readonly earned: { readonly cost: Cost; readonly price: Exact } | null;
  /** what more of it would cost, step by step; empty where every one costs the same */
  readonly breaks: readonly BreakRow[];
  /** a greater quantity that costs no more and can be had; null where there is none */
  readonly more: MoreForLess | null;
  /**
   * what these answers in the place of the given ones would resolve to, in another number where one is given; stock
   * left aside
   */
  attempt(others: Answers, number?: number): Resolution;
  answer(choice: string, answer: unknown): void;
  /** makes the {@link changes} */
  change(): void;
  setQuantityText(text: string): void;
  /** takes over a whole selection */
  take(selection: Selection): void;
  /** makes files known that a selection names */
  knowFiles(known: Begun['files']): void;
  reset(): void;
}

/** What has been answered, typed and given so far, and what changes it, the same for all time. */
function useGiven(begin?: Begun) {
  const [answers, setAnswers] = useState<Answers>(begin?.selection.answers ?? {});
  const [files, setFiles] = useState<ReadonlyMap<string, UploadedFile>>(() => new Map(begin?.files));
  const [quantityText, setQuantityText] = useState<string | null>(
    begin?.selection.quantity === undefined ? null : String(begin.selection.quantity),
  );
  const [last, setLast] = useState<string | null>(null);
  const [parts, setParts] = useState<GivenParts>(begin?.selection.parts ?? NO_PARTS);
  const atRest = useAtRest();
  const hands = useMemo(
    () => ({
      answer: (choice: string, given: unknown) =>
        atRest(() => {
          setLast(choice);
          setAnswers((current) => {
            const { [choice]: _former, ...rest } = current;
            return given === undefined ? rest : { ...rest, [choice]: given };
          });
        }),
      changeAnswers: (change: (current: Answers) => Answers) => atRest(() => setAnswers(change)),
      givePart: (key: string, change: (part: GivenPart) => GivenPart) =>
        atRest(() => setParts((current) => partsWith(current, key, change))),
      setQuantityText: (text: string) => atRest(() => setQuantityText(text)),
      knowFiles: (more: Begun['files']) => setFiles((current) => new Map([...current, ...more])),
      take: ({ answers: given, parts: givenParts = NO_PARTS, quantity }: Selection) =>
        atRest(() => {
          setAnswers(given);
          setParts(givenParts);
          setQuantityText(quantity === undefined ? null : String(quantity));
        }),
      reset: () =>
        atRest(() => {
          setAnswers({});
          setParts(NO_PARTS);
          setQuantityText(null);
        }),
    }),
    [atRest],
  );
  return { answers, files, quantityText, last, parts, hands };
}

/** A product at the usual prices, and at those that hold for whom and when it is chosen. */
function usePrograms(product: Product, surroundings: CatalogSurroundings, group: string | null, today: string) {
  const usual = useMemo(() => compile(product, surroundings), [product, surroundings]);
  const priced = useMemo(() => pricedFor(surroundings, group, today), [surroundings, group, today]);
  const program = useMemo(
    () => (priced === surroundings ? usual : compile(product, priced)),
    [priced, surroundings, usual, product],
  );
  return { usual, program };
}

/** What a selection resolves to, and what of it only the server can tell. */
function useResolved(
  program: Program,
  selection: Selection,
  { stock, there, files }: { stock: readonly KnownStock[] } & Pick<Resolved, 'there' | 'files'>,
  { today, group, costs, booked }: SelectionOptions,
) {
  return useMemo(() => {
    const exact = resolve(program, selection, {
      naming: true,
      stock: there,
      today,
      group,
      costs,
      booked: bookedIn(booked),
      files: (token: string) => files.get(token),
    });
    return {
      exact,
      resolved: resolutionJson(exact),
      unsure: mustBeAsked(
        exact.draws,
        exact.availability.cutPlans,
        stock.map((item) => ({ ...item, lying: item.lying ?? null })),
      ),
    };
  }, [program, selection, there, today, group, costs, booked, files, stock]);
}

/** What the next click leaves open: dead ends taken out of what is offered, and what to change where answers clash. */
function useNext(
  { settled, subject }: { settled: Program; subject: Parameters<typeof useOutlook>[1] },
  question: Parameters<typeof useOutlook>[2],
  program: Program,
  resolved: ResolutionJson,
) {
  const { now, last } = useOutlook(settled, subject, question);
  const shown = now ?? last;
  const here = useMemo(
    () =>
      settled === program && shown?.kind === 'open'
        ? { ...resolved, shown: withoutDeadEnds(program, resolved.shown, shown) }
        : resolved,
    [resolved, settled, program, shown],
  );
  return {
    here,
    goneInParts: settled === program && shown?.kind === 'open' ? shown.inParts : NOTHING_GONE,
    changes: now?.kind === 'conflict' ? now.changes : NO_CHANGES,
  };
}

/** A selection in the making, resolved at every keystroke by the same core that the server uses. */
export function useSelection(
  product: Product,
  surroundings: CatalogSurroundings,
  stock: readonly KnownStock[],
  options: SelectionOptions,
): SelectionState {
  const { today, group, booked, upload, ask, begin } = options;
  const { answers, files, quantityText, last, parts, hands } = useGiven(begin);
  const { usual, program } = usePrograms(product, surroundings, group, today);
  const there = useMemo(() => stockView(stock), [stock]);
  const known = useMemo(
    () => Object.fromEntries(Object.entries(answers).filter(([key]) => program.indexOf.has(key))),
    [answers, program],
  );
  const beginning = useMemo(() => firstQuantity(program, { today, group }), [program, today, group]);
  const shownQuantity = quantityText ?? String(beginning);
  // While a product is being edited, typing goes first.
  const settled = useDeferredValue(program);
  const settledProduct = useDeferredValue(product);
  const selection = useMemo(
    () => selectionOf(program, known, quantityFrom(shownQuantity), parts),
    [program, known, shownQuantity, parts],
  );
  const question = useMemo(() => ({ selection, group, files, kept: last }), [selection, group, files, last]);
  const subject = useMemo(
    () => ({ product: settledProduct, surroundings, today, part: null }),
    [settledProduct, surroundings, today],
  );
  const { exact, resolved, unsure } = useResolved(program, selection, { stock, there, files }, options);
  const { here, goneInParts, changes } = useNext({ settled, subject }, question, program, resolved);
  const chosen = useMemo((): Selection | null => {
    const { quantity, ...rest } = selection;
    const counts = quantityText !== null && Number.isInteger(quantity) && Number(quantity) > 0;
    return counts || Object.keys(known).length > 0 || rest.parts ? { ...rest, ...(counts && { quantity }) } : null;
  }, [selection, known, quantityText]);
  const resolution = useAsked(here, unsure, selection, ask);
  const takeFile = useCallback(
    async (ofProduct: string, choice: Extract<Choice, { kind: 'file' }>, file: File): Promise<string> => {
      const { token, ...taken } = await (upload ? upload(ofProduct, choice.key, file) : keptHere(choice, file));
      hands.knowFiles([[token, taken]]);
      return token;
    },
    [upload, hands],
  );
  const around = useMemo(
    () => ({ today, group, files, surroundings, takeFile }),
    [today, group, files, surroundings, takeFile],
  );
  const page = useMemo<PageContext>(() => pageOf(program, resolution, around), [program, resolution, around]);
  const otherwise = useOtherwise(
    { program, known, parts, shownQuantity, exact, there, files },
    { today, group, booked },
  );
  // The same as long as nothing of it changes, so that what shows it need not be drawn again.
  return useMemo(() => {
    const { changeAnswers, ...given } = hands;
    return {
      program,
      usual,
      ...otherwise,
      ...given,
      quantityFrom: exact.quantityFrom,
      earned: exact.cost && exact.unitPrice && { cost: exact.cost, price: exact.unitPrice },
      changes,
      answers: known,
      quantityText: shownQuantity,
      chosen,
      resolution,
      page,
      parts,
      goneInParts,
      around,
      change: () => changeAnswers((current) => changedAnswers(program, current, changes)),
    };
  }, [
    program,
    usual,
    otherwise,
    hands,
    exact,
    changes,
    known,
    shownQuantity,
    chosen,
    resolution,
    page,
    parts,
    goneInParts,
    around,
  ]);
}

interface Resolved {
  readonly program: Program;
  readonly known: Answers;
  readonly parts: GivenParts;
  readonly shownQuantity: string;
  readonly exact: Resolution;
  readonly there: ReturnType<typeof stockView>;
  readonly files: ReadonlyMap<string, UploadedFile>;
}

/** What a selection would be in other numbers, and with other answers. */
function useOtherwise(
  { program, known, parts, shownQuantity, exact, there, files }: Resolved,
  { today, group, booked }: Pick<SelectionOptions, 'today' | 'group' | 'booked'>,
): Pick<SelectionState, 'breaks' | 'more' | 'attempt' | 'missing'> {
  const breaks = useMemo(
    () =>
      program.breaks.length === 0
        ? NO_BREAKS
        : breakRows(
            program,
            selectionOf(program, known, exact.quantity, parts),
            { stock: null, today, group, files: (token: string) => files.get(token) },
            exact,
          ),
    [program, known, exact, parts, today, group, files],
  );
  const more = useMemo(
    () =>
      moreForLess(
        breaks,
        program,
        selectionOf(program, known, exact.quantity, parts),
        { stock: there, today, group, booked: bookedIn(booked), files: (token: string) => files.get(token) },
        exact,
      ),
    [breaks, program, known, exact, parts, there, today, group, booked, files],
  );
  const attempt = useCallback(
    (others: Answers, number = quantityFrom(shownQuantity)) =>
      resolve(program, selectionOf(program, { ...known, ...others }, number, parts), {
        stock: null,
        today,
        group,
        files: (token: string) => files.get(token),
      }),
    [program, known, parts, shownQuantity, today, group, files],
  );
  const missing = useCallback(
    (more: number) => {
      const { canSupply } = exact.availability;
      return typeof canSupply === 'number'
        ? missingFor(exact.draws, there, canSupply + more).map(({ title, quantity }) => ({
            title,
            words: formatQuantity(quantity),
          }))
        : [];
    },
    [exact, there],
  );
  return useMemo(() => ({ breaks, more, attempt, missing }), [breaks, more, attempt, missing]);
}

const NO_CHANGES: readonly Change[] = [];
const NO_BREAKS: readonly BreakRow[] = [];

/** A file that stays in the window: at the Counter nothing is uploaded. @throws Error saying what is wrong with it */
async function keptHere(
  choice: Extract<Choice, { kind: 'file' }>,
  file: File,
): Promise<{ token: string } & UploadedFile> {
  const type = (Object.keys(fileTypes) as FileType[]).find((name) => fileTypes[name].media === file.type) ?? null;
  const fault = fileProblem(choice, { name: file.name, type, size: file.size });
  if (fault || type === null) {
    throw new Error(problemText(fault ?? { code: 'fileUnknown', title: choice.title }));
  }
  const extent = await extentHere(file);
  return { token: `here-${file.name}-${file.size}`, name: file.name, type, size: file.size, ...(extent && { extent }) };
}

/** How large a photograph is; undefined for what this browser draws as none. */
async function extentHere(file: File): Promise<UploadedFile['extent']> {
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return undefined;
  const { width, height } = bitmap;
  bitmap.close();
  return { width, height, isDrawing: false };
}

/** What was typed as a quantity; text that is no number is no quantity, and is refused as such. */
export function quantityFrom(text: string): number {
  const reading = readNumber(text);
  return reading.fault ? Number.NaN : reading.value.toApproximateNumber();
}
