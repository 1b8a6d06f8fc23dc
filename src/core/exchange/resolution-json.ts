import { moneyDigits } from '../money';
import { type Exact } from '../number';
import { type PriceLine } from '../pricing';
import { type Quantity } from '../quantity';
import { type Resolution } from '../resolve';
import { basisWords, lineValueWords } from '../words';

/** A quantity in the open format: a decimal string and a UCUM code. */
export interface QuantityJson {
  readonly value: string;
  readonly unit: string;
}

export interface PriceLineJson {
  readonly label: string;
  readonly kind: PriceLine['kind'];
  /** what the amount is taken of, in words */
  readonly of: string | null;
  readonly amount: string;
  readonly per: PriceLine['per'];
  readonly source: string;
}

/** A resolution as the command line prints it, the API answers it and an order keeps it. Amounts are decimal strings. */
export interface ResolutionJson {
  readonly state: Resolution['state'];
  readonly problems: readonly { where: string; code: string; message: string; remedy?: string; nearest?: readonly string[] }[];
  readonly shown: Resolution['shown'];
  readonly counted: Resolution['counted'];
  readonly quantity: number;
  readonly item: Resolution['item'];
  readonly working: readonly PriceLineJson[];
  /** named results of formulas: exact decimals or fractions in metres, kilograms, pieces and the currency */
  readonly measures: readonly { formula: string; name: string; value: string; shown: string; forCustomers: boolean }[];
  readonly unitPrice: string | null;
  readonly compareAt: string | null;
  readonly lineTotal: string | null;
  readonly currency: string;
  readonly weight: QuantityJson | null;
  readonly draws: readonly { stock: string; title: string; perItem: QuantityJson; total: QuantityJson; leadDays: number | null }[];
  readonly availability: {
    readonly canSupply: number | null;
    readonly limitedBy: { stock: string; title: string; available: QuantityJson } | null;
    readonly leadDays: number | null;
  };
  readonly pictures: Resolution['pictures'];
}

/** Writes a resolution in the open format. */
export function resolutionJson(resolution: Resolution): ResolutionJson {
  const { currency, availability } = resolution;
  return {
    state: resolution.state,
    problems: resolution.problems.map(({ where, code, message, remedy, nearest }) => ({
      where,
      code,
      message,
      ...(remedy !== undefined && { remedy }),
      ...(nearest && { nearest }),
    })),
    shown: resolution.shown,
    counted: resolution.counted,
    quantity: resolution.quantity,
    item: resolution.item,
    working: resolution.working.map((line) => ({
      ...line,
      of: line.of && basisWords(line.of, currency),
      amount: line.amount.toString(),
    })),
    measures: resolution.measures.map((measure) => ({ formula: measure.formula, name: measure.name, value: measure.value.toString(), shown: lineValueWords(measure, currency), forCustomers: measure.forCustomers })),
    unitPrice: money(resolution.unitPrice),
    compareAt: money(resolution.compareAt),
    lineTotal: money(resolution.lineTotal),
    currency,
    weight: resolution.weight && quantityJson(resolution.weight),
    draws: resolution.draws.map(({ stock, title, perItem, total, leadDays }) => ({
      stock,
      title,
      perItem: quantityJson(perItem),
      total: quantityJson(total),
      leadDays,
    })),
    availability: {
      canSupply: availability.canSupply,
      limitedBy: availability.limitedBy && { ...availability.limitedBy, available: quantityJson(availability.limitedBy.available) },
      leadDays: availability.leadDays,
    },
    pictures: resolution.pictures,
  };

  function money(amount: Exact | null): string | null {
    return amount && moneyDigits(amount, currency);
  }
}

function quantityJson({ value, unit }: Quantity): QuantityJson {
  return { value: value.toString(), unit: unit.code };
}
