/**
 * Minor units of the currencies of ISO 4217 (list one) that do not have two: the number of decimal places
 * their smallest unit stands for.
 *
 * @see ISO 4217:2015, list one
 */
const EXCEPTIONS: Readonly<Record<string, number>> = {
  BIF: 0,
  CLP: 0,
  DJF: 0,
  GNF: 0,
  ISK: 0,
  JPY: 0,
  KMF: 0,
  KRW: 0,
  PYG: 0,
  RWF: 0,
  UGX: 0,
  UYI: 0,
  VND: 0,
  VUV: 0,
  XAF: 0,
  XOF: 0,
  XPF: 0,
  BHD: 3,
  IQD: 3,
  JOD: 3,
  KWD: 3,
  LYD: 3,
  OMR: 3,
  TND: 3,
  CLF: 4,
  UYW: 4,
};

const TWO_PLACES =
  'AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BMD BND BOB BOV BRL BSD BTN BWP BYN BZD CAD CDF CHE CHF ' +
  'CHW CNY COP COU CRC CUP CVE CZK DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL ' +
  'HTG HUF IDR ILS INR IRR JMD KES KGS KHR KPW KYD KZT LAK LBP LKR LRD LSL MAD MDL MGA MKD MMK MNT MOP MRU ' +
  'MUR MVR MWK MXN MXV MYR MZN NAD NGN NIO NOK NPR NZD PAB PEN PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR ' +
  'SDG SEK SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TOP TRY TTD TWD TZS UAH USD USN UYU UZS VED ' +
  'VES WST XCD XCG YER ZAR ZMW ZWG';

export const MINOR_UNITS: ReadonlyMap<string, number> = new Map([
  ...TWO_PLACES.split(' ').map((code) => [code, 2] as const),
  ...Object.entries(EXCEPTIONS),
]);

/** The codes of ISO 4217 that have a minor unit, in order. */
export const currencies: readonly string[] = [...MINOR_UNITS.keys()].sort();

/**
 * Decimal places of a currency's minor unit.
 *
 * @param currency ISO 4217 code in capitals
 * @returns null when the code is not a currency that is in use
 */
export function minorUnits(currency: string): number | null {
  return MINOR_UNITS.get(currency) ?? null;
}
