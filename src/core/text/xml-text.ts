const SIGNS: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&apos;',
};

/** Text as it stands in XML; what XML has no place for is left out. */
export function xmlText(text: string): string {
  return text
    .replace(/(?![\n\r\t])\p{Cc}|[\uFFFE\uFFFF]|\p{Cs}/gu, '')
    .replace(/[&<>"']/g, (sign) => SIGNS[sign] ?? sign);
}
