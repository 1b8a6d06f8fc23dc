import { z } from 'zod';
import { ANY_QUANTITY, orderable } from '../ordering';
import { isRecord } from '../is-record';

/**
 * Documents of the first version, wherever they were kept, brought to the form of today. What was said there is kept;
 * what the first version left open is filled in as it was meant.
 */

type Json = Readonly<Record<string, unknown>>;

/** Keys that were called otherwise. Keys of choices and options have no capitals, so none of theirs is meant. */
const RENAMED: Readonly<Record<string, string>> = { compareAt: 'wasPrice' };

function renamed(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(renamed);
  if (!isRecord(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [RENAMED[key] ?? key, renamed(inner)]));
}

const listOf = (value: unknown): Json[] => (Array.isArray(value) ? value.filter(isRecord) : []);

/** Keys of the number choices that some price counts. */
function countedByPrices(definition: Json): Set<unknown> {
  const counted = new Set<unknown>();
  const look = (amount: unknown, own: unknown) => {
    if (isRecord(amount) && amount.kind === 'perUnit') counted.add(amount.of ?? own);
  };
  for (const choice of listOf(definition.choices)) {
    look(choice.amount, choice.key);
    for (const option of listOf(choice.options)) look(option.amount, choice.key);
  }
  for (const rule of listOf(definition.rules)) for (const effect of listOf(rule.then)) look(effect.amount, null);
  return counted;
}

const isWhole = (text: unknown) => typeof text !== 'string' || !/\.\d*[1-9]/.test(text);
const isNegative = (text: unknown) => typeof text === 'string' && text.startsWith('-');

/**
 * In the first version any number was an answer. What a price counts are whole things from now on, unless its limits
 * say otherwise; a number that nothing counts stays free.
 */
function withCounts(definition: Json): Json {
  if (!Array.isArray(definition.choices)) return definition;
  const counted = countedByPrices(definition);
  const choices = definition.choices.map((choice: unknown) => {
    if (!isRecord(choice) || choice.kind !== 'number' || 'parts' in choice) return choice;
    const limits = [choice.min, choice.max, choice.step, choice.default];
    const counts = counted.has(choice.key);
    return {
      ...choice,
      parts: counts ? !limits.every(isWhole) : true,
      belowNothing: counts ? limits.some(isNegative) : choice.min == null || isNegative(choice.min),
    };
  });
  return { ...definition, choices };
}

/** Any number was written down once, where nobody had said anything: that leaves it to rules for many products. */
function withSilentQuantity(definition: Json): Json {
  const { quantity } = definition;
  const isSilent =
    isRecord(quantity) &&
    !('countedFrom' in quantity) &&
    quantity.minimum === 1 &&
    quantity.multiple === 1 &&
    quantity.maximum === null;
  return isSilent ? { ...definition, quantity: null } : definition;
}

/** A product or sheet of an earlier form in that of today, still to be checked by its schema. */
export function definitionFromVersion1(definition: unknown): unknown {
  const named = renamed(definition);
  return isRecord(named) ? withSilentQuantity(withCounts(named)) : named;
}

/** A catalog of the first version in the form of today, still to be checked by its schema. */
export function catalogFromVersion1(catalog: Json): Json {
  const all = (list: unknown) => (Array.isArray(list) ? list.map(definitionFromVersion1) : list);
  return {
    ...catalog,
    version: 2,
    ...('products' in catalog && { products: all(catalog.products) }),
    ...('sheets' in catalog && { sheets: all(catalog.sheets) }),
  };
}

const earlierResolution = z.looseObject({ availability: z.looseObject({}) });

/** A resolution that an order was sold with, in the form of today. */
export function resolutionFromEarlier(stored: unknown): unknown {
  const { success, data } = earlierResolution.safeParse(renamed(stored));
  if (!success) return stored;
  // A billion stood for no limit.
  return {
    parts: [],
    orderable: orderable(ANY_QUANTITY),
    ...data,
    availability: {
      ...data.availability,
      canSupply: data.availability.canSupply === 1_000_000_000 ? 'unlimited' : data.availability.canSupply,
    },
  };
}
