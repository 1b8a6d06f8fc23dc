/** Whole digits in groups of three, counted from the right: `1440` becomes `1,440`. */
export function groupDigits(digits: string, separator: string): string {
  const first = digits.length % 3;
  const groups = first === 0 ? [] : [digits.slice(0, first)];
  for (let start = first; start < digits.length; start += 3) groups.push(digits.slice(start, start + 3));
  return groups.join(separator);
}
