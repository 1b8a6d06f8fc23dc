const DECIMAL_COMMA = /^(\s*[+-]?\d*),(\d{1,2}\s*)$/;

/**
 * A decimal as it is typed, in the notation of the open format: a comma before one or two digits at the end is a
 * decimal sign. Everything else stays as it is, `1,200` too, which could mean two things.
 */
export function typedDecimal(text: string): string {
  const [, whole, part] = DECIMAL_COMMA.exec(text) ?? [];
  return whole === undefined || part === undefined ? text : `${/\d$/.test(whole) ? whole : `${whole}0`}.${part}`;
}
