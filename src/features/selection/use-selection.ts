'use client';

import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { type Change, type Outlook } from '@/core/analysis';
import { type CatalogSurroundings, type Choice, fileProblem, type FileType, fileTypes, type Product, type UploadedFile } from '@/core/catalog';
import { compile, type Program } from '@/core/compile';
import { type PortableSurroundings, type ResolutionJson, resolutionJson, unpackSurroundings } from '@/core/exchange';
import { readNumber } from '@/core/quantity';
import { type Resolution, resolve, resolvePart } from '@/core/run';
import { type Selection } from '@/core/selection';
import { type LyingInLots, mustBeAsked, stockView } from '@/core/stock';
import { problemText } from '@/core/words';
import { type PageContext } from './control';
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
}

/** What the manager's side knows of a stock item. */
export interface StockView extends KnownStock {
  readonly available: string;
  readonly onHand?: string;
}

/** Puts together what compiling needs from what the server sent. */
export function useSurroundings(portable: PortableSurroundings, stock: readonly KnownStock[]): CatalogSurroundings {
  return useMemo(() => unpackSurroundings(portable, new Map(stock.map(({ key, title, unit, lying }) => [key, { title, unit, cutFrom: lying ?? null }]))), [portable, stock]);
}

/** What a selection depends on beside the product. */
export interface SelectionOptions {
  readonly today: string;
  /** key of the customer group it is made for */
  readonly group: string | null;
  /** sends a file to the server; absent where it stays in the window */
  readonly upload?: (choice: string, file: File) => Promise<{ token: string } & UploadedFile>;
  /** asks whoever knows all of stock what is wrong with a selection; absent where everything is known here */
  readonly ask?: (selection: Selection, signal: AbortSignal) => Promise<ResolutionJson['problems']>;
}

export interface SelectionState {
  readonly program: Program;
  readonly answers: Answers;
  /** as typed */
  readonly quantityText: string;
  readonly resolution: ResolutionJson;
  readonly page: PageContext;
  /** answers that don't go together: the fewest to change so that the one given last can stay; empty where they do */
  readonly changes: readonly Change[];
  /** what these answers in the place of the given ones would resolve to, stock left aside */
  attempt(others: Answers): Resolution;
  answer(choice: string, answer: unknown): void;
  /** makes the {@link changes} */
  change(): void;
  setQuantityText(text: string): void;
  /** takes over a whole selection */
  take(selection: Selection): void;
  reset(): void;
}

/** A selection in the making, resolved at every keystroke by the same core that the server uses. */
export function useSelection(product: Product, surroundings: CatalogSurroundings, stock: readonly KnownStock[], { today, group, upload, ask }: SelectionOptions): SelectionState {
  const [answers, setAnswers] = useState<Answers>({});
  const [files, setFiles] = useState<ReadonlyMap<string, UploadedFile>>(new Map());
  const [quantityText, setQuantityText] = useState<string | null>(null);
  const [last, setLast] = useState<string | null>(null);
  const program = useMemo(() => compile(product, surroundings), [product, surroundings]);
  const there = useMemo(() => stockView(stock), [stock]);
  const known = useMemo(() => Object.fromEntries(Object.entries(answers).filter(([key]) => program.indexOf.has(key))), [answers, program]);
  const shownQuantity = quantityText ?? String(program.defaultQuantity);
  // While a product is being edited, typing goes first.
  const settled = useDeferredValue(program);
  const settledProduct = useDeferredValue(product);
  const question = useMemo(() => ({ given: known, quantity: quantityFrom(shownQuantity), group, files, kept: last }), [known, shownQuantity, group, files, last]);
  const { now, last: before } = useOutlook(settled, settledProduct, surroundings, today, question);
  const { resolved, unsure } = useMemo(() => {
    const context = { stock: there, today, group, files: (token: string) => files.get(token) };
    const quantity = quantityFrom(shownQuantity);
    const exact = resolve(program, { answers: known, quantity }, context);
    return { resolved: resolutionJson(exact), unsure: mustBeAsked(exact.draws, exact.availability.cutPlans, stock.map((item) => ({ ...item, lying: item.lying ?? null }))) };
  }, [program, known, shownQuantity, there, today, group, files, stock]);
  const shown = now ?? before;
  const here = useMemo(() => (settled === program && shown?.kind === 'open' ? { ...resolved, shown: withoutDeadEnds(program, resolved.shown, shown) } : resolved), [resolved, settled, program, shown]);
  const changes = now?.kind === 'conflict' ? now.changes : NO_CHANGES;
  const resolution = useAsked(here, unsure, { answers: known, quantity: quantityFrom(shownQuantity) }, ask);

  const takeFile = useCallback(
    async (choice: Extract<Choice, { kind: 'file' }>, file: File): Promise<string> => {
      const { token, ...taken } = upload ? await upload(choice.key, file) : keptHere(choice, file);
      setFiles((current) => new Map(current).set(token, taken));
      return token;
    },
    [upload],
  );
  const page = useMemo<PageContext>(
    () => ({ today, resolution, files, upload: takeFile, addOnPrice: (key) => addOnPriceOf(program, key, { today, group }), isGone: (key) => program.gone.some((index) => program.choices[index]?.key === key) }),
    [today, resolution, files, takeFile, program, group],
  );
  const attempt = useCallback(
    (others: Answers) => resolve(program, { answers: { ...known, ...others }, quantity: quantityFrom(shownQuantity) }, { stock: null, today, group, files: (token: string) => files.get(token) }),
    [program, known, shownQuantity, today, group, files],
  );
  const answer = useCallback((choice: string, given: unknown) => {
    setLast(choice);
    setAnswers((current) => {
      const { [choice]: _former, ...rest } = current;
      return given === undefined ? rest : { ...rest, [choice]: given };
    });
  }, []);
  // The same as long as nothing of it changes, so that what shows it need not be drawn again.
  return useMemo(
    () => ({
      program,
      attempt,
      changes,
      answers: known,
      quantityText: shownQuantity,
      resolution,
      page,
      answer,
      change: () => setAnswers((current) => ({ ...current, ...Object.fromEntries(changes.map(({ choice, to }) => [choice, to])) })),
      setQuantityText,
      take: (selection) => {
        setAnswers(selection.answers);
        setQuantityText(selection.quantity === undefined ? null : String(selection.quantity));
      },
      reset: () => {
        setAnswers({});
        setQuantityText(null);
      },
    }),
    [program, attempt, changes, known, shownQuantity, resolution, page, answer],
  );
}

const NO_CHANGES: readonly Change[] = [];

/** What is shown, without offering options that no answers to what is still open can make sellable. */
function withoutDeadEnds(program: Program, shown: ResolutionJson['shown'], { impossible }: Extract<Outlook, { kind: 'open' }>): ResolutionJson['shown'] {
  if (impossible.size === 0) return shown;
  return shown.map((entry, index) => {
    const dead = impossible.get(index);
    if (!dead || !entry.shown || program.choices[index]?.key !== entry.choice) return entry;
    return { ...entry, options: entry.options.map((offer, option) => (offer.offered && dead.has(option) ? { ...offer, offered: false, why: 'noWay' } : offer)) };
  });
}

/** What taking a product along adds, as a decimal. */
function addOnPriceOf(program: Program, key: string, { today, group }: { readonly today: string; readonly group: string | null }): string | null {
  const part = program.parts.find((candidate) => candidate.key === key);
  return (part && resolvePart(part, { today, group }, resolve).price?.each.toString()) ?? null;
}

/** A file that stays in the window: at the Counter nothing is uploaded. @throws Error saying what is wrong with it */
function keptHere(choice: Extract<Choice, { kind: 'file' }>, file: File): { token: string } & UploadedFile {
  const type = (Object.keys(fileTypes) as FileType[]).find((name) => fileTypes[name].media === file.type) ?? null;
  const fault = fileProblem(choice, { name: file.name, type, size: file.size });
  if (fault || type === null) {
    throw new Error(problemText(fault ?? { code: 'fileUnknown', title: choice.title }));
  }
  return { token: `here-${file.name}-${file.size}`, name: file.name, type, size: file.size };
}

/** What was typed as a quantity; text that is no number is no quantity, and is refused as such. */
export function quantityFrom(text: string): number {
  const reading = readNumber(text);
  return reading.fault ? Number.NaN : reading.value.toApproximateNumber();
}
