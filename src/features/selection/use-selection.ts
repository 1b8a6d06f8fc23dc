'use client';

import { useMemo, useState } from 'react';
import { type CatalogSurroundings, type Product, type Shop } from '@/core/catalog';
import { type ResolutionJson, resolutionJson } from '@/core/exchange';
import { Exact } from '@/core/number';
import { compile, type Program, resolve } from '@/core/resolve';
import { readNumber } from '@/core/quantity';
import { type Answers } from './selection-form';

/** What the browser knows of a stock item. */
export interface StockView {
  readonly key: string;
  readonly title: string;
  readonly unit: string;
  readonly available: string;
}

/** Puts together what compiling needs from what the server sent. */
export function useSurroundings(shop: Shop, stock: readonly StockView[]): CatalogSurroundings {
  return useMemo(() => ({ shop, stock: new Map(stock.map((item) => [item.key, item])) }), [shop, stock]);
}

export interface SelectionState {
  readonly program: Program;
  readonly answers: Answers;
  /** as typed */
  readonly quantityText: string;
  readonly resolution: ResolutionJson;
  answer(choice: string, answer: string | boolean | null | undefined): void;
  setQuantityText(text: string): void;
  reset(): void;
}

/** A selection in the making, resolved at every keystroke by the same core that the server uses. */
export function useSelection(product: Product, surroundings: CatalogSurroundings, stock: readonly StockView[]): SelectionState {
  const [answers, setAnswers] = useState<Answers>({});
  const [quantityText, setQuantityText] = useState<string | null>(null);
  const program = useMemo(() => compile(product, surroundings), [product, surroundings]);
  const available = useMemo(() => new Map(stock.map((item) => [item.key, Exact.from(item.available)])), [stock]);
  const known = useMemo(() => Object.fromEntries(Object.entries(answers).filter(([key]) => program.indexOf.has(key))), [answers, program]);
  const shownQuantity = quantityText ?? String(program.defaultQuantity);
  const resolution = useMemo(
    () => resolutionJson(resolve(program, { answers: known, quantity: quantityFrom(shownQuantity) }, { levels: (key) => available.get(key) })),
    [program, known, shownQuantity, available],
  );
  return {
    program,
    answers: known,
    quantityText: shownQuantity,
    resolution,
    answer: (choice, answer) =>
      setAnswers((current) => {
        const { [choice]: _former, ...rest } = current;
        return answer === undefined ? rest : { ...rest, [choice]: answer };
      }),
    setQuantityText,
    reset: () => {
      setAnswers({});
      setQuantityText(null);
    },
  };
}

/** What was typed as a quantity; text that is no number is no quantity, and is refused as such. */
export function quantityFrom(text: string): number {
  const reading = readNumber(text);
  return reading.fault ? Number.NaN : reading.value.toApproximateNumber();
}
