/** What browsers call themselves, the more special name first: others are in it, too. */
const BROWSERS: readonly (readonly [RegExp, string])[] = [
  [/Firefox\//, 'Firefox'],
  [/Edg\//, 'Edge'],
  [/Chrom(e|ium)\//, 'Chrome or Chromium'],
  [/Safari\//, 'Safari'],
];

const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
];

/** A browser in words people know, from what it calls itself. */
export function browserWords(agent: string): string {
  const found = (known: typeof BROWSERS) => known.find(([sign]) => sign.test(agent))?.[1];
  const [browser, system] = [found(BROWSERS), found(SYSTEMS)];
  if (browser === undefined) return 'A program or an unknown browser';
  return system === undefined ? browser : `${browser} on ${system}`;
}
