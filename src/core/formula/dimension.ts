import { type Dimension, type Unit } from '../quantity';

/**
 * What a value measures, as powers of length, weight and money: an area is length², a price per area money / length².
 */
export interface Dim {
  readonly length: number;
  readonly mass: number;
  readonly money: number;
}

export const NUMBER: Dim = { length: 0, mass: 0, money: 0 };
export const MONEY: Dim = { length: 0, mass: 0, money: 1 };

const DIMENSIONS: Readonly<Record<Dimension, Dim>> = {
  length: { length: 1, mass: 0, money: 0 },
  area: { length: 2, mass: 0, money: 0 },
  volume: { length: 3, mass: 0, money: 0 },
  mass: { length: 0, mass: 1, money: 0 },
  count: NUMBER,
};

/** What a unit measures. */
export function dimOf(unit: Unit): Dim {
  return DIMENSIONS[unit.dimension];
}

export function sameDim(a: Dim, b: Dim): boolean {
  return a.length === b.length && a.mass === b.mass && a.money === b.money;
}

/** Multiplies (`sign` 1) or divides (-1). */
export function combined(a: Dim, b: Dim, sign: 1 | -1): Dim {
  return { length: a.length + sign * b.length, mass: a.mass + sign * b.mass, money: a.money + sign * b.money };
}

export function power(a: Dim, exponent: number): Dim {
  return { length: a.length * exponent, mass: a.mass * exponent, money: a.money * exponent };
}

/** What a dimension is called in a sentence: `an area`, `money per length`, `a plain number`. */
export function dimWords(dim: Dim): string {
  const parts = (sign: 1 | -1): string[] => {
    const { length, mass, money } = power(dim, sign);
    return [
      ...(money > 0 ? [money === 1 ? 'money' : `money to the power ${money}`] : []),
      ...(mass > 0 ? [mass === 1 ? 'a weight' : `weight to the power ${mass}`] : []),
      ...(length > 0 ? [['a length', 'an area', 'a volume'][length - 1] ?? `length to the power ${length}`] : []),
    ];
  };
  const [over, under] = [parts(1), parts(-1)];
  if (over.length === 0 && under.length === 0) return 'a plain number';
  const below = under.map((word) => word.replace(/^an? /, '')).join(' and ');
  const above = over.join(' times ') || 'a number';
  return below ? `${above} per ${below}` : above;
}
