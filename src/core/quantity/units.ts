import { Exact } from '../number';

/** What kind of thing a unit measures. */
export type Dimension = 'length' | 'area' | 'volume' | 'mass' | 'count';

export interface Unit {
  /** UCUM code, case sensitive */
  readonly code: string;
  readonly dimension: Dimension;
  /** how many of the dimension's base unit (m, m2, m3, kg, 1) one of it is, exactly */
  readonly factor: Exact;
  /** how it is written after a number */
  readonly symbol: string;
  /** one and many of it, in words */
  readonly words: readonly [string, string];
}

const INCH = Exact.from('0.0254');
const POUND = Exact.from('0.45359237');
const GALLON_US = INCH.times(INCH).times(INCH).times(Exact.of(231));
const GALLON_BR = Exact.from('0.00454609');

const times = (factor: Exact, count: number) => factor.times(Exact.of(count));
const part = (factor: Exact, count: number) => factor.over(Exact.of(count));
const square = (factor: Exact) => factor.times(factor);
const cube = (factor: Exact) => square(factor).times(factor);

const FOOT = times(INCH, 12);
const YARD = times(INCH, 36);

type Row = [code: string, factor: Exact | string, symbol: string, one: string, many: string, aliases: string];

/**
 * Every unit Oak Knot knows. Metric units follow the SI prefixes; inch and pound are exact by the international
 * yard and pound agreement of 1959; the US gallon is 231 cubic inches, the British one 4.54609 litres (UK Weights
 * and Measures Act 1985).
 *
 * Aliases are further ways in which people type the unit, matched without regard to case unless the code itself
 * matches.
 */
const ROWS: Readonly<Record<Dimension, readonly Row[]>> = {
  length: [
    ['m', '1', 'm', 'metre', 'metres', 'meter meters mtr'],
    ['dm', '0.1', 'dm', 'decimetre', 'decimetres', 'decimeter decimeters'],
    ['cm', '0.01', 'cm', 'centimetre', 'centimetres', 'centimeter centimeters'],
    ['mm', '0.001', 'mm', 'millimetre', 'millimetres', 'millimeter millimeters'],
    ['km', '1000', 'km', 'kilometre', 'kilometres', 'kilometer kilometers'],
    ['[in_i]', INCH, 'in', 'inch', 'inches', "\" ″ ” ''"],
    ['[ft_i]', FOOT, 'ft', 'foot', 'feet', "' ′ ’"],
    ['[yd_i]', YARD, 'yd', 'yard', 'yards', 'yds'],
    ['[mi_i]', times(YARD, 1760), 'mi', 'mile', 'miles', ''],
  ],
  area: [
    ['m2', '1', 'm²', 'square metre', 'square metres', 'sqm sq.m m^2'],
    ['dm2', '0.01', 'dm²', 'square decimetre', 'square decimetres', 'dm^2'],
    ['cm2', '0.0001', 'cm²', 'square centimetre', 'square centimetres', 'sqcm cm^2'],
    ['mm2', '0.000001', 'mm²', 'square millimetre', 'square millimetres', 'sqmm mm^2'],
    ['har', '10000', 'ha', 'hectare', 'hectares', ''],
    ['[sin_i]', square(INCH), 'sq in', 'square inch', 'square inches', 'sqin in2 in² in^2'],
    ['[sft_i]', square(FOOT), 'sq ft', 'square foot', 'square feet', 'sqft ft2 ft² ft^2'],
    ['[syd_i]', square(YARD), 'sq yd', 'square yard', 'square yards', 'sqyd yd2 yd² yd^2'],
  ],
  volume: [
    ['m3', '1', 'm³', 'cubic metre', 'cubic metres', 'cbm m^3'],
    ['dm3', '0.001', 'dm³', 'cubic decimetre', 'cubic decimetres', 'dm^3'],
    ['cm3', '0.000001', 'cm³', 'cubic centimetre', 'cubic centimetres', 'cm^3 ccm'],
    ['mm3', '0.000000001', 'mm³', 'cubic millimetre', 'cubic millimetres', 'mm^3'],
    ['L', '0.001', 'L', 'litre', 'litres', 'liter liters ltr'],
    ['hL', '0.1', 'hL', 'hectolitre', 'hectolitres', 'hectoliter hectoliters'],
    ['dL', '0.0001', 'dL', 'decilitre', 'decilitres', 'deciliter deciliters'],
    ['cL', '0.00001', 'cL', 'centilitre', 'centilitres', 'centiliter centiliters'],
    ['mL', '0.000001', 'mL', 'millilitre', 'millilitres', 'milliliter milliliters'],
    ['[cin_i]', cube(INCH), 'cu in', 'cubic inch', 'cubic inches', 'cuin in3 in³ in^3'],
    ['[cft_i]', cube(FOOT), 'cu ft', 'cubic foot', 'cubic feet', 'cuft ft3 ft³ ft^3'],
    ['[cyd_i]', cube(YARD), 'cu yd', 'cubic yard', 'cubic yards', 'cuyd yd3 yd³ yd^3'],
    ['[gal_us]', GALLON_US, 'US gal', 'US gallon', 'US gallons', 'usgal'],
    ['[qt_us]', part(GALLON_US, 4), 'US qt', 'US quart', 'US quarts', 'usqt'],
    ['[pt_us]', part(GALLON_US, 8), 'US pt', 'US pint', 'US pints', 'uspt'],
    ['[foz_us]', part(GALLON_US, 128), 'US fl oz', 'US fluid ounce', 'US fluid ounces', 'usfloz'],
    ['[gal_br]', GALLON_BR, 'imp gal', 'imperial gallon', 'imperial gallons', 'impgal ukgal'],
    ['[pt_br]', part(GALLON_BR, 8), 'imp pt', 'imperial pint', 'imperial pints', 'imppt ukpt'],
    ['[foz_br]', part(GALLON_BR, 160), 'imp fl oz', 'imperial fluid ounce', 'imperial fluid ounces', 'impfloz ukfloz'],
  ],
  mass: [
    ['kg', '1', 'kg', 'kilogram', 'kilograms', 'kilo kilos kilogramme kilogrammes'],
    ['g', '0.001', 'g', 'gram', 'grams', 'gramme grammes gr'],
    ['mg', '0.000001', 'mg', 'milligram', 'milligrams', ''],
    ['t', '1000', 't', 'tonne', 'tonnes', ''],
    ['[lb_av]', POUND, 'lb', 'pound', 'pounds', 'lbs'],
    ['[oz_av]', part(POUND, 16), 'oz', 'ounce', 'ounces', ''],
    ['[stone_av]', times(POUND, 14), 'st', 'stone', 'stones', ''],
  ],
  count: [['1', '1', 'pcs', 'piece', 'pieces', 'pc pce']],
};

const DIMENSIONS: readonly Dimension[] = ['length', 'area', 'volume', 'mass', 'count'];

/** Every unit, by dimension, the most usual of a dimension first. */
export const units: readonly Unit[] = DIMENSIONS.flatMap((dimension) =>
  ROWS[dimension].map(([code, factor, symbol, one, many]): Unit => ({
    code,
    dimension,
    factor: typeof factor === 'string' ? Exact.from(factor) : factor,
    symbol,
    words: [one, many],
  })),
);

const byCode: ReadonlyMap<string, Unit> = new Map(units.map((unit) => [unit.code, unit]));

const byAlias: ReadonlyMap<string, Unit> = new Map(
  DIMENSIONS.flatMap((dimension) => ROWS[dimension]).flatMap(([code, , symbol, one, many, aliases]) =>
    [code, symbol, one, many, ...aliases.split(' ')]
      .filter((alias) => alias !== '')
      .map((alias) => [foldAlias(alias), requireUnit(code)] as const),
  ),
);

/** Removes what differs between ways of writing the same unit: case, spaces, a full stop, "sq" and "cu" spellings. */
function foldAlias(text: string): string {
  return text
    .toLowerCase()
    .replace(/[\s.]+/g, '')
    .replace(/^square/, 'sq')
    .replace(/^cubic/, 'cu');
}

/** @returns the unit with that UCUM code, or undefined */
export function unitByCode(code: string): Unit | undefined {
  return byCode.get(code);
}

/**
 * @returns the unit with that UCUM code
 * @throws RangeError when there is none
 */
export function requireUnit(code: string): Unit {
  const unit = byCode.get(code);
  if (!unit) throw new RangeError(`not a known UCUM unit code: ${code}`);
  return unit;
}

/**
 * The unit that people mean by a word or sign: `m`, `metres`, `"`, `sq ft`, `m²`.
 *
 * @returns undefined when the text names none
 */
export function unitByText(text: string): Unit | undefined {
  return byCode.get(text) ?? byAlias.get(foldAlias(text));
}

/** The units of a dimension, the most usual first. */
export function unitsOf(dimension: Dimension): readonly Unit[] {
  return units.filter((unit) => unit.dimension === dimension);
}
