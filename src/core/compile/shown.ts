import { hasOptions, type Product, type Report } from '../catalog';
import { type Path } from '../problems';
import { hidesSigns } from '../text';

/** What customers see and read must be the shop's own, and must not hide anything. */
export function checkShown(product: Product, report: Report): void {
  for (const { src, path } of picturesShown(product))
    if (!isOwnPicture(src)) report(path, { code: 'pictureElsewhere', given: src.slice(0, 80) });
  for (const { title, path } of titlesOf(product)) if (hidesSigns(title)) report(path, { code: 'hidesSigns' });
}

/**
 * Everything of a product that is shown as a picture, with its place; the texture of a swatch is where the option
 * stands.
 */
function picturesShown({
  pictures,
  views,
  variants,
  choices,
  rules,
}: Product): { readonly src: string; readonly path: Path }[] {
  const found: { src: string; path: Path }[] = [];
  const note = (src: string | null | undefined, path: Path) => void (src && found.push({ src, path }));
  views.forEach(({ layers }, index) =>
    layers.forEach((layer, place) => {
      if (layer.kind === 'picture' && layer.from.kind === 'fixed')
        note(layer.from.src, ['views', index, 'layers', place, 'from', 'src']);
    }),
  );
  pictures.forEach(({ src }, index) => note(src, ['pictures', index, 'src']));
  variants.forEach(({ picture }, index) => note(picture, ['variants', index, 'picture']));
  choices.forEach((choice, index) => {
    if (choice.kind === 'paragraph') note(choice.picture, ['choices', index, 'picture']);
    if (!hasOptions(choice)) return;
    choice.options.forEach(({ picture, texture }, place) => {
      note(picture, ['choices', index, 'options', place, 'picture']);
      note(texture, ['choices', index, 'options', place, 'texture']);
    });
  });
  rules.forEach(({ then }, index) =>
    then.forEach(
      (effect, place) => effect.kind === 'picture' && note(effect.src, ['rules', index, 'then', place, 'src']),
    ),
  );
  return found;
}

/** Everything that is called something and that customers read. */
function titlesOf({
  title,
  choices,
  parts,
  views,
}: Product): readonly { readonly title: string; readonly path: Path }[] {
  return [
    { title, path: ['title'] },
    ...choices.flatMap((choice, place) => [
      ...('title' in choice ? [{ title: choice.title, path: ['choices', place, 'title'] }] : []),
      ...(hasOptions(choice)
        ? choice.options.map((option, at) => ({
            title: option.title,
            path: ['choices', place, 'options', at, 'title'],
          }))
        : []),
    ]),
    ...parts.map((part, place) => ({ title: part.title, path: ['parts', place, 'title'] })),
    ...views.map((view, place) => ({ title: view.title, path: ['views', place, 'title'] })),
  ];
}

/**
 * Whether a picture is the shop's own: an address of its own, or a path beside a catalog file. No other host is asked
 * for what customers see.
 */
const isOwnPicture = (src: string): boolean =>
  !/^[a-z][a-z0-9+.-]*:/i.test(src) && !/^[/\\]{2}/.test(src) && !src.includes('\\') && !/(^|\/)\.\.(\/|$)/.test(src);
