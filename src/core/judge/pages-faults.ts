import { type Report, type ShopPages } from '../catalog';
import { type Path } from '../problems';
import { hidesSigns, isBlank } from '../text';

/** What is wrong with what the shop's pages ask: names that are missing, stand twice, or can't be seen. */
export function pagesFaults({ words, asked }: ShopPages, path: Path, report: Report): void {
  const seen = (text: string, at: Path) => hidesSigns(text) && report(at, { code: 'hidesSigns' });
  const once = (texts: readonly string[], at: (index: number) => Path) =>
    texts.forEach(
      (text, index) =>
        !isBlank(text) && texts.indexOf(text) < index && report(at(index), { code: 'titleTwice', title: text }),
    );
  for (const [word, text] of Object.entries(words)) seen(text, [...path, 'words', word]);
  once(
    asked.map(({ title }) => title),
    (index) => [...path, 'asked', index, 'title'],
  );
  asked.forEach((field, index) => {
    const at = [...path, 'asked', index];
    if (isBlank(field.title)) report([...at, 'title'], { code: 'titleMissing', what: { kind: 'asked' } });
    seen(field.title, [...at, 'title']);
    seen(field.help, [...at, 'help']);
    if (field.kind !== 'choice') return;
    if (field.offered.length === 0) report([...at, 'offered'], { code: 'noOptions', title: field.title });
    const offeredAt = (place: number): Path => [...at, 'offered', place];
    once(field.offered, offeredAt);
    field.offered.forEach((text, place) => {
      if (isBlank(text)) report(offeredAt(place), { code: 'titleMissing', what: { kind: 'offered', of: field.title } });
      seen(text, offeredAt(place));
    });
  });
}
