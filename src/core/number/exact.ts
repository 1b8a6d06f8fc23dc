type Integer = number | bigint;

const MAX_TEXT_LENGTH = 60;
/** What was worked out from such texts may be longer than any of them. */
const MAX_WRITTEN_LENGTH = 1000;
const FRACTION = /^(-?\d{1,100})\/([1-9]\d{0,99})$/;
const DECIMAL = /^([+-]?)(\d+)(?:\.(\d+))?$/;

/** How a value that lies between two steps is brought to one of them. */
export type RoundingMode = 'halfAwayFromZero' | 'halfEven' | 'floor' | 'ceiling';

const isSafe = Number.isSafeInteger;

function gcd(a: bigint, b: bigint): bigint {
  let x = a < 0n ? -a : a;
  let y = b < 0n ? -b : b;
  while (y !== 0n) [x, y] = [y, x % y];
  return x;
}

/** 10 to the power of `places`, as a number while that is exact, else as a bigint. */
function powerOfTen(places: number): Integer {
  return places <= 15 ? 10 ** places : 10n ** BigInt(places);
}

/**
 * An exact rational number: what every amount of money, measure and stock figure is computed with.
 *
 * Numerator and denominator are integers. While both are safe integers (below 2^53) they are kept as
 * plain numbers, whose integer arithmetic is exact and quick; beyond that they become bigints. No value
 * is ever held as a binary fraction. Values are immutable.
 */
export class Exact {
  static readonly zero = new Exact(0, 1);
  static readonly one = new Exact(1, 1);

  private constructor(
    private readonly n: Integer,
    private readonly d: Integer,
  ) {}

  /**
   * The quotient of two whole numbers.
   *
   * @throws RangeError when the denominator is zero or a number is not a safe whole number
   */
  static of(numerator: Integer, denominator: Integer = 1): Exact {
    if (typeof numerator === 'number' && !isSafe(numerator))
      throw new RangeError(`not a safe whole number: ${numerator}`);
    if (typeof denominator === 'number' && !isSafe(denominator))
      throw new RangeError(`not a safe whole number: ${denominator}`);
    if (typeof numerator === 'number' && typeof denominator === 'number' && denominator > 0)
      return new Exact(numerator, denominator);
    return Exact.reduced(BigInt(numerator), BigInt(denominator));
  }

  /** What it takes to make a whole number of it. */
  get denominator(): bigint {
    return BigInt(this.d);
  }

  /**
   * Reads plain decimal notation, such as `-12.50`. No exponent, no grouping, at most 60 characters.
   *
   * @returns null when the text is anything else
   */
  static parse(text: string): Exact | null {
    return text.length > MAX_TEXT_LENGTH ? null : Exact.read(text);
  }

  private static read(text: string): Exact | null {
    const match = DECIMAL.exec(text);
    if (!match) return null;
    const [, sign, whole = '0', fraction = ''] = match;
    const digits = whole + fraction;
    if (digits.length <= 15) {
      const n = Number(digits);
      return new Exact(sign === '-' && n !== 0 ? -n : n, 10 ** fraction.length);
    }
    const n = BigInt(digits);
    return Exact.reduced(sign === '-' ? -n : n, 10n ** BigInt(fraction.length));
  }

  /**
   * Reads what {@link toString} has written: a decimal, or a fraction where a conversion between units left one.
   *
   * @throws RangeError when the text is neither
   */
  static from(text: string): Exact {
    const fraction = FRACTION.exec(text);
    const value = fraction
      ? Exact.reduced(BigInt(fraction[1] ?? '0'), BigInt(fraction[2] ?? '1'))
      : text.length > MAX_WRITTEN_LENGTH
        ? null
        : Exact.read(text);
    if (!value) throw new RangeError(`not a decimal: ${text.slice(0, MAX_TEXT_LENGTH)}`);
    return value;
  }

  private static reduced(n: bigint, d: bigint): Exact {
    if (d === 0n) throw new RangeError('division by zero');
    const divisor = gcd(n, d) * (d < 0n ? -1n : 1n);
    const rn = n / divisor;
    const rd = d / divisor;
    const sn = Number(rn);
    const sd = Number(rd);
    return isSafe(sn) && isSafe(sd) ? new Exact(sn, sd) : new Exact(rn, rd);
  }

  plus(other: Exact): Exact {
    const { n, d } = this;
    const { n: on, d: od } = other;
    if (typeof n === 'number' && typeof d === 'number' && typeof on === 'number' && typeof od === 'number') {
      if (d === od) {
        const sum = n + on;
        if (isSafe(sum)) return new Exact(sum, d);
      } else {
        const [left, right, denominator] =
          d % od === 0 ? [n, on * (d / od), d] : od % d === 0 ? [n * (od / d), on, od] : [n * od, on * d, d * od];
        const sum = left + right;
        if (isSafe(left) && isSafe(right) && isSafe(sum) && isSafe(denominator)) return new Exact(sum, denominator);
      }
    }
    return Exact.reduced(BigInt(n) * BigInt(od) + BigInt(on) * BigInt(d), BigInt(d) * BigInt(od));
  }

  minus(other: Exact): Exact {
    return this.plus(other.negated());
  }

  times(other: Exact): Exact {
    const { n, d } = this;
    const { n: on, d: od } = other;
    if (typeof n === 'number' && typeof d === 'number' && typeof on === 'number' && typeof od === 'number') {
      const product = n * on;
      const denominator = d * od;
      if (isSafe(product) && isSafe(denominator)) return new Exact(product === 0 ? 0 : product, denominator);
    }
    return Exact.reduced(BigInt(n) * BigInt(on), BigInt(d) * BigInt(od));
  }

  /** @throws RangeError when dividing by zero */
  over(other: Exact): Exact {
    const { n, d } = this;
    const { n: on, d: od } = other;
    if (typeof n === 'number' && typeof d === 'number' && typeof on === 'number' && typeof od === 'number' && on > 0) {
      const numerator = n * od;
      const denominator = d * on;
      if (isSafe(numerator) && isSafe(denominator)) return new Exact(numerator, denominator);
    }
    return Exact.reduced(BigInt(this.n) * BigInt(other.d), BigInt(this.d) * BigInt(other.n));
  }

  negated(): Exact {
    return this.n === 0 ? this : new Exact(-this.n, this.d);
  }

  /** -1, 0 or 1 */
  sign(): -1 | 0 | 1 {
    return this.n > 0 ? 1 : this.n < 0 ? -1 : 0;
  }

  /** Negative, zero or positive as this is less than, equal to or greater than the other. */
  compare(other: Exact): number {
    const { n, d } = this;
    const { n: on, d: od } = other;
    if (typeof n === 'number' && typeof d === 'number' && typeof on === 'number' && typeof od === 'number') {
      const left = n * od;
      const right = on * d;
      if (isSafe(left) && isSafe(right)) return left - right;
    }
    const left = BigInt(n) * BigInt(od);
    const right = BigInt(on) * BigInt(d);
    return left < right ? -1 : left > right ? 1 : 0;
  }

  equals(other: Exact): boolean {
    return this.compare(other) === 0;
  }

  isLess(other: Exact): boolean {
    return this.compare(other) < 0;
  }

  isMore(other: Exact): boolean {
    return this.compare(other) > 0;
  }

  isWhole(): boolean {
    if (typeof this.n === 'number' && typeof this.d === 'number') return this.n % this.d === 0;
    return BigInt(this.n) % BigInt(this.d) === 0n;
  }

  /** The nearest value with so many decimal places, as the mode says. */
  rounded(places: number, mode: RoundingMode = 'halfAwayFromZero'): Exact {
    const scale = powerOfTen(places);
    if (typeof this.n === 'number' && typeof this.d === 'number' && typeof scale === 'number') {
      if (scale % this.d === 0) return this;
      const scaled = this.n * scale;
      // `mode` beyond the common one is rare enough to take the slower path.
      if (isSafe(scaled) && isSafe(this.d * 2) && mode === 'halfAwayFromZero') {
        const size = Math.abs(scaled);
        const rest = size % this.d;
        const whole = (size - rest) / this.d + (rest * 2 >= this.d ? 1 : 0);
        return new Exact(scaled < 0 && whole !== 0 ? -whole : whole, scale);
      }
    }
    return Exact.reduced(roundQuotient(BigInt(this.n) * BigInt(scale), BigInt(this.d), mode), BigInt(scale));
  }

  /** The greatest whole number not above this. */
  floor(): bigint {
    const { n, d } = this;
    if (typeof n === 'number' && typeof d === 'number') {
      const rest = n % d;
      return BigInt((n - rest) / d - (rest < 0 ? 1 : 0));
    }
    return roundQuotient(BigInt(this.n), BigInt(this.d), 'floor');
  }

  /** The least whole number not below this. */
  ceiling(): bigint {
    return roundQuotient(BigInt(this.n), BigInt(this.d), 'ceiling');
  }

  /** The number of decimal places this needs to be written in full, or null when no number is enough. */
  decimalPlaces(): number | null {
    if (typeof this.n === 'number' && typeof this.d === 'number') {
      // Nearly every value is a decimal of a few places: found by trying.
      for (let places = 0, scaled = this.n; places <= 6 && isSafe(scaled); places += 1, scaled *= 10) {
        if (scaled % this.d === 0) return places;
      }
    }
    let rest = BigInt(this.d) / gcd(BigInt(this.n), BigInt(this.d));
    let twos = 0;
    let fives = 0;
    while (rest % 2n === 0n) {
      rest /= 2n;
      twos += 1;
    }
    while (rest % 5n === 0n) {
      rest /= 5n;
      fives += 1;
    }
    return rest === 1n ? Math.max(twos, fives) : null;
  }

  /** Plain decimal notation with exactly so many places, rounded half away from zero. */
  toFixed(places: number): string {
    if (typeof this.n === 'number' && typeof this.d === 'number' && places <= 6) {
      const exact = (this.n * 10 ** places) / this.d;
      if (isSafe(this.n * 10 ** places) && isSafe(exact)) return placed(String(Math.abs(exact)), places, exact < 0);
    }
    const scaled = roundQuotient(BigInt(this.n) * BigInt(powerOfTen(places)), BigInt(this.d), 'halfAwayFromZero');
    return placed((scaled < 0n ? -scaled : scaled).toString(), places, scaled < 0n);
  }

  /** Shortest exact notation: a decimal such as `0.25`, or a fraction such as `1/3` where no decimal is exact. */
  toString(): string {
    if (this.d === 1) return String(this.n);
    const places = this.decimalPlaces();
    if (places !== null) return this.toFixed(places);
    const lowest = Exact.reduced(BigInt(this.n), BigInt(this.d));
    return `${lowest.n}/${lowest.d}`;
  }

  /** How many digits numerator and denominator have at most, roughly: what computing with it costs. */
  digits(): number {
    if (typeof this.n === 'number' && typeof this.d === 'number') return 16;
    return Math.max(BigInt(this.n).toString(16).length, BigInt(this.d).toString(16).length);
  }

  /**
   * The square root: exact where it is a fraction, else cut off after so many decimal places.
   *
   * @throws RangeError for a negative value
   */
  squareRoot(places: number): Exact {
    if (this.sign() < 0) throw new RangeError('root of a negative value');
    const lowest = Exact.reduced(BigInt(this.n), BigInt(this.d));
    const [n, d] = [BigInt(lowest.n), BigInt(lowest.d)];
    const [rootN, rootD] = [wholeRoot(n), wholeRoot(d)];
    if (rootN * rootN === n && rootD * rootD === d) return Exact.reduced(rootN, rootD);
    const scale = 10n ** BigInt(places);
    return Exact.reduced(wholeRoot((n * scale * scale) / d), scale);
  }

  toJSON(): string {
    return this.toString();
  }

  /** For drawing and sorting only: the nearest binary fraction. */
  toApproximateNumber(): number {
    return Number(this.n) / Number(this.d);
  }
}

/** The greatest whole number whose square is not more. @see Newton's method */
function wholeRoot(value: bigint): bigint {
  if (value < 2n) return value;
  let guess = 1n << BigInt(Math.ceil(value.toString(2).length / 2));
  for (;;) {
    const next = (guess + value / guess) / 2n;
    if (next >= guess) return guess;
    guess = next;
  }
}

/** Sets the decimal point into a whole number's digits. */
function placed(digits: string, places: number, negative: boolean): string {
  const padded = digits.length > places ? digits : digits.padStart(places + 1, '0');
  const split = padded.length - places;
  return `${negative ? '-' : ''}${padded.slice(0, split)}${places > 0 ? `.${padded.slice(split)}` : ''}`;
}

function roundQuotient(n: bigint, d: bigint, mode: RoundingMode): bigint {
  const whole = n / d;
  const rest = n % d;
  if (rest === 0n) return whole;
  const away = whole + (n < 0n ? -1n : 1n);
  const twice = (rest < 0n ? -rest : rest) * 2n;
  switch (mode) {
    case 'floor':
      return n < 0n ? away : whole;
    case 'ceiling':
      return n < 0n ? whole : away;
    case 'halfAwayFromZero':
      return twice >= d ? away : whole;
    case 'halfEven':
      return twice > d || (twice === d && whole % 2n !== 0n) ? away : whole;
  }
}
