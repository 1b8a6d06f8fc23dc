import { type Dimension, unitByCode, unitsOf } from '@/core/quantity';
import { dimensionNames } from '@/core/words';
import { type Alternative } from '@/ui/field';

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** The units of some dimensions, as alternatives in plain words. */
export function unitAlternatives(...dimensions: readonly Dimension[]): Alternative[] {
  return dimensions.flatMap((dimension) =>
    unitsOf(dimension).map(({ code, words, symbol }) => ({
      value: code,
      label:
        dimensions.length > 1
          ? `${capital(words[1])} (${symbol}, ${dimensionNames[dimension]})`
          : `${capital(words[1])} (${symbol})`,
    })),
  );
}

/** The units that measure what this one does. */
export function fittingUnits(code: string): Alternative[] {
  return unitAlternatives(unitByCode(code)?.dimension ?? 'length');
}
