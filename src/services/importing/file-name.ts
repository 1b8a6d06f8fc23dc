/**
 * What something is called as a file: as it was, as far as a file can be called so anywhere.
 *
 * @param ending with its point
 * @param otherwise where nothing of its name is left
 */
export function fileNameFrom(name: string, ending: string, otherwise: string): string {
  const stem = name
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}_-]+/gu, '-')
    .slice(0, 80);
  return `${stem.replaceAll('-', '') === '' ? otherwise : stem}${ending}`;
}
